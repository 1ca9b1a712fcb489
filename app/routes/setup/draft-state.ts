/** Changes to a draft while it is set up; every change makes a new draft. */
import {
  checkDraft,
  contextOf,
  panelDraft,
  type DraftProblem,
  type PanelDraft,
  type CheckedDraft,
  type PieceDraft,
  type SectionDraft,
} from '@core/draft/draft';
import type { SpreadDraft } from '@core/draft/spread-row';
import { shapingDraft, type ShapingDraft } from '@core/draft/shaping-draft';
import { NO_MAKING, type Making } from '@core/piece/making';
import type { Worksheet } from '@core/piece/worksheet';
import { sideOfRow } from '@core/chart/chart';
import { stretchOf, type Stretches } from '@core/chart/stretches';
import { chartPanel, takePattern } from '@core/draft/in-stretches';
import { shelfChart } from '@core/shelf/shelf';
import type { Family } from '@core/notation/names';
import { readRows } from '@core/notation/read';
import { saysWidth } from '@core/notation/stated';

let next = 0;
/** Ids need only be unique inside one draft. */
const freshId = (draft: PieceDraft, kind: string): string => {
  const taken = new Set(
    draft.sections.flatMap(({ id, panels, shaping = [] }) => [
      id,
      ...[...panels, ...shaping].map((one) => one.id),
    ]),
  );
  do next += 1;
  while (taken.has(`${kind}-${next}`));
  return `${kind}-${next}`;
};

const EMPTY: PieceDraft = {
  name: '',
  construction: 'flat',
  firstSide: 'RS',
  firstDirection: 'rightToLeft',
  sections: [],
};

/** A pattern that can be taken for a panel: from the shelf, or one of the knitter's own. */
export type Takeable = {
  readonly key: string;
  readonly name: string;
  readonly stretches: Stretches;
  readonly inTheRound?: boolean;
  readonly edge?: boolean;
  /** As its text says, by the stitches to cast on. */
  readonly repeats?: number | undefined;
};

const fromShelf = (key: string): Takeable | null => {
  const entry = shelfChart(key);
  return entry ? { key, name: entry.name, edge: entry.edge, stretches: [stretchOf(entry.chart)] } : null;
};
/** What a key stands for: one of the knitter's own patterns, or one of the shelf. */
export const takeable = (own: readonly Takeable[], key: string): Takeable | null =>
  own.find((one) => one.key === key) ?? fromShelf(key);

/** A pattern taken into a section, to the left of its other panels. */
export function take(draft: PieceDraft, section: number, wanted: Takeable, family: Family): PieceDraft {
  const { stretches, edge = false, repeats = 1 } = wanted;
  const panels = draft.sections[section]?.panels ?? [];
  const taken = { stretches, family, more: { edge, repeats } };
  return takePattern(draft, section, panels.length, taken, (kind) => freshId(draft, kind));
}

/** A pasted panel whose rows are several stretches, each made a section. */
export function intoSections(draft: PieceDraft, section: number, panel: number, family: Family): PieceDraft {
  const pasted = draft.sections[section]?.panels[panel];
  const read = pasted && readRows(pasted.text, pasted.name, contextOf(draft));
  if (!pasted || !read?.ok) return draft;
  const { repeats, edge, mirrored } = pasted;
  const more = { repeats, edge, ...(mirrored !== undefined && { mirrored }) };
  const taken = { stretches: read.value.stretches, family, more };
  return takePattern(draft, section, panel, taken, (kind) => freshId(draft, kind), true);
}

export function shelfPanel(draft: PieceDraft, key: string, family: Family): PanelDraft | null {
  const entry = shelfChart(key);
  return entry ? chartPanel(freshId(draft, 'panel'), entry.chart, family, { edge: entry.edge }) : null;
}

/** Set-up rows, if the pasted text has any, come with it. */
export const pastedPanel = (draft: PieceDraft): PanelDraft =>
  panelDraft(freshId(draft, 'panel'), 'My panel', '', { withSetUp: true });

/** A panel with another text; "cast on 120" in it says how many repeats there are, unless the knitter has said so. */
export function withText(panel: PanelDraft, text: string): Partial<PanelDraft> {
  if (panel.repeats !== 1 || !saysWidth(text)) return { text };
  const read = readRows(text, panel.name);
  const repeats = read.ok ? read.value.repeats : null;
  return { text, ...(repeats !== null && { repeats }) };
}

/** A section that runs on in the same line-up as the last one. */
export function nextSection(draft: PieceDraft): SectionDraft {
  const last = draft.sections[draft.sections.length - 1];
  const before = last?.spread ? draft.sections[draft.sections.length - 2] : last;
  const panels = (before?.panels ?? []).map((panel) => ({ ...panel, carryOn: !last?.spread }));
  return {
    id: freshId(draft, 'section'),
    name: draft.sections.length === 0 ? 'Body' : `Section ${draft.sections.length + 1}`,
    rows: 40,
    panels,
  };
}

/** A row of increases or decreases between two sections. */
export function nextSpread(draft: PieceDraft, does: SpreadDraft['does']): SectionDraft {
  const spread: SpreadDraft = {
    does,
    times: 8,
    way: does === 'increase' ? 'even' : 'cables',
    lean: 'mirrored',
    ground: 'presented',
    columns: [],
  };
  const name = does === 'increase' ? 'Increases' : 'Decreases';
  return { id: freshId(draft, 'section'), name, rows: 1, panels: [], spread };
}

/** Decreases at both edges to begin with. */
export const nextShaping = (draft: PieceDraft): ShapingDraft => shapingDraft(freshId(draft, 'shaping'));

export const changeMaking = (draft: PieceDraft, change: Partial<Making>): PieceDraft => ({
  ...draft,
  making: { ...NO_MAKING, ...draft.making, ...change },
});

/** Work in the round has no edges. */
export const withoutEdges = (draft: PieceDraft): PieceDraft => ({
  ...draft,
  sections: draft.sections.map((section) => ({
    ...section,
    panels: section.panels.filter(({ edge }) => !edge),
  })),
});

/** Sets the repeats of panels wherever they stand, so that all sections grow alike. */
export const setRepeats = (draft: PieceDraft, panels: readonly string[], repeats: number): PieceDraft => ({
  ...draft,
  sections: draft.sections.map((section) => ({
    ...section,
    panels: section.panels.map((panel) => (panels.includes(panel.id) ? { ...panel, repeats } : panel)),
  })),
});

const firstSideFor = ({ stretches }: Takeable): PieceDraft['firstSide'] => {
  const [{ chart }] = stretches;
  // Set-up rows begin so that row 1 comes to its own side.
  return sideOfRow(chart.firstSide, 1 - chart.setUp.length);
};

/** Between garter edges, or all round: the pattern that was asked for, or a rope to begin with. */
function firstDraft(family: Family, wanted: Takeable | null): PieceDraft {
  const begun = { ...EMPTY, sections: [nextSection(EMPTY)] };
  if (wanted?.inTheRound) return take({ ...begun, construction: 'round' }, 0, wanted, family);
  const edge = (name: string) => ({
    ...(shelfPanel(begun, 'garter', family) as PanelDraft),
    name,
    repeats: 4,
  });
  const draft = changeSection(begun, 0, (s) => ({ ...s, panels: [edge('Right edge'), edge('Left edge')] }));
  const first = wanted ?? (fromShelf('rope-4') as Takeable);
  const { stretches, repeats = 1 } = first;
  const taken = { stretches, family, more: { repeats } };
  const made = takePattern(draft, 0, 1, taken, (kind) => freshId(draft, kind));
  return { ...made, firstSide: wanted ? firstSideFor(wanted) : draft.firstSide };
}

const at = <T>(list: readonly T[], index: number, change: (item: T) => T): T[] =>
  list.map((item, i) => (i === index ? change(item) : item));

export const changeSection = (
  draft: PieceDraft,
  section: number,
  change: (section: SectionDraft) => SectionDraft,
): PieceDraft => ({
  ...draft,
  sections: at(draft.sections, section, change),
});

export const changePanel = (
  draft: PieceDraft,
  section: number,
  panel: number,
  change: Partial<PanelDraft>,
): PieceDraft =>
  changeSection(draft, section, (s) => ({ ...s, panels: at(s.panels, panel, (p) => ({ ...p, ...change })) }));

export const addPanel = (draft: PieceDraft, section: number, panel: PanelDraft): PieceDraft =>
  changeSection(draft, section, (s) => ({ ...s, panels: [...s.panels, panel] }));

export const removePanel = (draft: PieceDraft, section: number, panel: number): PieceDraft =>
  changeSection(draft, section, (s) => ({ ...s, panels: s.panels.filter((_, i) => i !== panel) }));

/** Moves a panel one place; nothing happens at the ends. */
export function movePanel(draft: PieceDraft, section: number, from: number, to: number): PieceDraft {
  return changeSection(draft, section, (s) => {
    const panels = [...s.panels];
    const [moved] = panels.splice(from, 1);
    if (!moved || to < 0 || to > panels.length) return s;
    panels.splice(to, 0, moved);
    return { ...s, panels };
  });
}

/** Moves a section along the piece; nothing happens at the ends. */
export function moveSection(draft: PieceDraft, from: number, to: number): PieceDraft {
  const sections = [...draft.sections];
  const [moved] = sections.splice(from, 1);
  if (!moved || to < 0 || to > sections.length) return draft;
  sections.splice(to, 0, moved);
  return { ...draft, sections };
}

export const removeSection = (draft: PieceDraft, section: number): PieceDraft => ({
  ...draft,
  sections: draft.sections.filter((_, i) => i !== section),
});

export type SetUp = {
  readonly draft: PieceDraft;
  readonly problems: readonly DraftProblem[];
  /** From the last draft that could be read, so that the fabric stays in sight while rows are being typed. */
  readonly sheet: Worksheet | null;
  readonly spreads: CheckedDraft['spreads'];
};

/** A name may be missing while everything else is already worth looking at. */
function judged(draft: PieceDraft, before: Pick<SetUp, 'sheet' | 'spreads'>): SetUp {
  const checked = checkDraft({ ...draft, name: draft.name.trim() || 'piece' });
  const nameless: DraftProblem[] = draft.name.trim() === '' ? [{ code: 'no-name' }] : [];
  return {
    draft,
    problems: [...nameless, ...(checked.ok ? [] : checked.error)],
    ...(checked.ok
      ? { sheet: checked.value.sheet, spreads: checked.value.spreads }
      : { sheet: before.sheet, spreads: before.spreads }),
  };
}

export type Beginning = {
  readonly family: Family;
  readonly wanted: Takeable | null;
  readonly draft: PieceDraft | null;
};
export const firstSetUp = ({ family, wanted, draft }: Beginning): SetUp =>
  judged(draft ?? firstDraft(family, wanted), { sheet: null, spreads: new Map() });
export const changeSetUp = (state: SetUp, change: (draft: PieceDraft) => PieceDraft): SetUp =>
  judged(change(state.draft), state);
