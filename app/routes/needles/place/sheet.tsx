/** Finding the place: counting along in a panel, where she is in the piece, and the holes up a panel. */
import { useMemo } from 'react';
import { Tabs } from 'radix-ui';
import type { JournalState } from '@core/journal/fold';
import type { School } from '@core/place/count';
import { lastRowOf } from '@core/piece/worksheet';
import { gaugeOf } from '@core/plan/gauge';
import { lengthOut, type Units } from '@core/plan/units';
import type { Names } from '~/messages/place';
import { TabbedSheet } from '~/ui/tabbed-sheet';
import { lineOf, type Line } from '~/messages/numbers';
import { usePlace } from '~/workers/use-place';
import type { NeedlesView } from '../view';
import { hungOf } from '../row-view';
import { CountTab } from './count-tab';
import { HolesTab } from './holes-tab';
import type { PlaceProps, PlaceTab } from './props';
import { WhereTab } from './where-tab';

const TABS = [
  ['where', 'Where am I?'],
  ['count', 'Count with me'],
  ['holes', 'Hole to hole'],
] as const satisfies readonly (readonly [PlaceTab, string])[];

/** Rows to 10 cm: as measured on the needle, else by the swatch, else as wished. */
function rowsPer10({ sheet }: NeedlesView, { facts }: JournalState): number | null {
  if (facts.rowsPer10 !== undefined) return facts.rowsPer10;
  const { swatch, wanted } = sheet.plan.making ?? { swatch: null, wanted: null };
  const gauge = swatch && gaugeOf(swatch);
  return gauge?.ok ? gauge.value.rows : (wanted?.rows ?? null);
}

/** Parts of the same name are told apart by their rows. */
function sectionName(sheet: NeedlesView['sheet'], index: number, line: Line): string {
  const { sections } = sheet.plan;
  const name = sections[index]?.name ?? '';
  if (sections.filter((one) => one.name === name).length < 2) return name;
  return `${name}, ${line}s ${sheet.firstRows[index]} to ${lastRowOf(sheet, index)}`;
}

function namesOf({ sheet, round }: NeedlesView, school: School, units: Units): Names {
  const { sections, construction } = sheet.plan;
  const panels = new Map(sections.flatMap((one) => one.panels.map(({ id, name }) => [id, name])));
  return {
    panel: (id) => panels.get(id) ?? id,
    section: (index) => sectionName(sheet, index, lineOf(round)),
    sections: sections.length,
    line: lineOf(round),
    turned: construction === 'flat',
    school,
    length: (cm) => `${Number(lengthOut(cm, units).toFixed(1))} ${units}`,
  };
}

export default function PlaceSheet(props: PlaceProps) {
  const { view, state, school, units, tab, setTab, close } = props;
  const { sheet } = view;
  const names = useMemo(() => namesOf(view, school, units), [view, school, units]);
  const piece = useMemo(
    () => ({
      plan: sheet.plan,
      facts: state.facts,
      known: { school, hung: hungOf(state), rowsPer10: rowsPer10(view, state) },
    }),
    [sheet.plan, state, school, view],
  );
  const place = usePlace(piece);
  return (
    <TabbedSheet
      title="Finding the place"
      label="Ways to find the place"
      tabs={TABS}
      tab={tab}
      onTab={setTab}
      phone={tab === 'count' ? 'low' : 'high'}
      close={close}
    >
      <Tabs.Content value="where">
        <WhereTab {...props} names={names} place={place} />
      </Tabs.Content>
      <Tabs.Content value="count">
        <CountTab {...props} names={names} place={place} />
      </Tabs.Content>
      <Tabs.Content value="holes">
        <HolesTab {...props} names={names} place={place} />
      </Tabs.Content>
    </TabbedSheet>
  );
}
