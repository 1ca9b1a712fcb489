/**
 * A piece's parts from each version to the next: those of files that are opened, and those that are stored. What a version
 * does not name came through unchanged.
 */
type Data = Readonly<Record<string, unknown>>;
export type Part = 'draft' | 'plan' | 'entry';

const isData = (value: unknown): value is Data => typeof value === 'object' && value !== null;

/**
 * Up to version 5 a section that a changed plan goes on with was known by a mark at the end of its id, the same that its
 * charts began with; since then it names the section that it is of.
 */
function withOrigin(section: unknown): unknown {
  if (!isData(section) || typeof section.id !== 'string' || !Array.isArray(section.panels)) return section;
  const [, origin, mark] = /^(.+)-(r\d+)$/.exec(section.id) ?? [];
  const isMarked = section.panels.every(
    (panel: unknown) =>
      isData(panel) && typeof panel.chart === 'string' && panel.chart.startsWith(`${mark}-`),
  );
  return mark && isMarked ? { ...section, origin } : section;
}

const UPGRADES: Readonly<Record<number, Partial<Record<Part, (data: Data) => Data>>>> = {
  2: {},
  3: {},
  4: {},
  5: {
    plan: (plan) =>
      Array.isArray(plan.sections) ? { ...plan, sections: plan.sections.map(withOrigin) } : plan,
  },
  6: {},
};

/** Whether there is a way from that version to the next. */
export const canUpgrade = (version: number): boolean => version in UPGRADES;

/** A part of one version as the next one has it; what is no such part is left for the checks. */
export function toNextVersion(part: Part, version: number, value: unknown): unknown {
  const upgrade = UPGRADES[version]?.[part];
  return upgrade && isData(value) ? upgrade(value) : value;
}

/** A part of any version as the newest has it. */
export function upgradedPart(part: Part, version: number, value: unknown): unknown {
  return canUpgrade(version) ? upgradedPart(part, version + 1, toNextVersion(part, version, value)) : value;
}
