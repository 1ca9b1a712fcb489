/** Look it over: up a panel crossing by crossing, or a whole track as typed; and what a symptom may mean. */
import { useMemo, useState } from 'react';
import { Tabs } from 'radix-ui';
import { sharesOf } from '@core/inspect/looked';
import { lineOf, plural } from '~/messages/numbers';
import { SYMPTOMS } from '~/messages/inspect';
import { capital } from '~/messages/telling';
import { Disclosure } from '~/ui/disclosure';
import { TabbedSheet } from '~/ui/tabbed-sheet';
import { Chips } from '../place/choices';
import { panelsHere } from '../place/panel-choice';
import type { InspectProps } from './props';
import { Typed } from './typed';
import { Walk, type SeenAt } from './walk';

const TABS = [
  ['walk', 'One by one'],
  ['typed', 'A whole track'],
  ['signs', 'What is it?'],
] as const;

/** How much of a panel has been looked at. */
function Share({ view, state, panel }: Pick<InspectProps, 'view' | 'state'> & { panel: string }) {
  const share = useMemo(
    () => sharesOf(view.sheet, view.done, state).get(panel) ?? { crossed: 0, seen: 0 },
    [view.sheet, view.done, state, panel],
  );
  if (share.crossed === 0) return <p className="mt-3">Nothing has crossed here yet.</p>;
  return (
    <p className="mt-3 text-soft max-[760px]:mt-1.5" data-testid="looked-share">
      {share.seen} of {share.crossed} {plural(share.crossed, `crossing ${lineOf(view.round)}`)} looked at.
    </p>
  );
}

const NOTHING: SeenAt = new Map();

function Signs() {
  return SYMPTOMS.map(({ sign, is, helps }) => (
    <Disclosure key={sign} title={sign}>
      <p>{is}</p>
      <p className="mt-2 mb-3">{helps}</p>
    </Disclosure>
  ));
}

export default function InspectSheet(props: InspectProps) {
  const { view, state, close } = props;
  const shares = useMemo(() => sharesOf(view.sheet, view.done, state), [view.sheet, view.done, state]);
  const panels = panelsHere(view).filter(({ id }) => (shares.get(id)?.crossed ?? 0) > 0);
  const [tab, setTab] = useState<(typeof TABS)[number][0]>('walk');
  const [chosen, setPanel] = useState<string | null>(null);
  const [seen, setSeen] = useState<ReadonlyMap<string, SeenAt>>(new Map());
  const panel = panels.find(({ id }) => id === chosen) ?? panels[0];
  const which = panel && panels.length > 1 && (
    <Chips
      label="Panel"
      value={panel.id}
      options={panels.map(({ id, name }) => [id, capital(name)] as const)}
      onChoose={setPanel}
    />
  );
  return (
    <TabbedSheet
      title="Look it over"
      label="Ways to look it over"
      tabs={TABS}
      tab={tab}
      onTab={setTab}
      close={close}
    >
      {panel ? (
        <>
          <Tabs.Content value="walk">
            {which}
            <Share view={view} state={state} panel={panel.id} />
            <Walk
              key={panel.id}
              {...props}
              panel={panel}
              seenOf={(id) => seen.get(id) ?? NOTHING}
              keepSeen={(id, now) => setSeen(new Map(seen).set(id, now))}
            />
          </Tabs.Content>
          <Tabs.Content value="typed">
            {which}
            <Typed key={`${panel.id} ${view.done}`} {...props} panel={panel} />
          </Tabs.Content>
        </>
      ) : (
        <p>Nothing has crossed yet: there is nothing to look over.</p>
      )}
      <Tabs.Content value="signs">
        <Signs />
      </Tabs.Content>
    </TabbedSheet>
  );
}
