/** The row in hand as its telling: the rule in a line, then what is done otherwise, at its place; cards for crossings. */
import { memo, useMemo } from 'react';
import type { CrossingStep } from '@core/cue/steps';
import { tellPanels, tellRow } from '@core/cue/tell';
import { stepsTold, type PanelTelling, type Part, type RowTelling } from '@core/cue/telling';
import type { Density } from '~/device/prefs';
import { wayOf, type KnitterSettings } from '~/knitter/settings';
import { beforeCrossing, holdWords, restOfCrossing } from '~/messages/cue';
import { likeShort } from '~/messages/likeness';
import { capital, partsWords, ropesWords, ruleLine, type Telling, type TellingIn } from '~/messages/telling';
import { LeanGlyph, LeanWord, leanColour } from '~/ui/lean';
import type { RowView } from './row-view';
import { lineOf } from '~/messages/numbers';

/** Asked for when a crossing is touched: how to work it. */
export type AskHow = (panel: string, step: CrossingStep) => void;

export function CrossingCard({ step, how, onHow }: { step: CrossingStep; how: Telling; onHow: () => void }) {
  const way = how.wayOf(step);
  return (
    <button
      type="button"
      className="crossing-card"
      style={{ borderColor: leanColour(step.lean) }}
      aria-haspopup="dialog"
      onClick={onHow}
    >
      <LeanGlyph lean={step.lean} />
      <span>
        <span className="hold">
          {holdWords(step, way)}{' '}
          <span className="text-sm whitespace-nowrap">
            <LeanWord lean={step.lean} />
          </span>
        </span>
        <span className="then">{restOfCrossing(step, way)}</span>
      </span>
    </button>
  );
}

type Block =
  | { readonly kind: 'words'; readonly words: string }
  | { readonly kind: 'crossing'; readonly step: CrossingStep }
  | {
      readonly kind: 'group';
      readonly parts: readonly Part[];
      readonly times: number;
      readonly first: boolean;
    };

const isPlain = (part: Part): boolean => stepsTold([part]).every(({ kind }) => kind !== 'crossing');

/**
 * Crossings are cards and groups with crossings are boxes; whatever is plain between them is a line of words, where the
 * yarn goes before a crossing too. `closes`: the parts end a group.
 */
function blocksOf(parts: readonly Part[], how: TellingIn, first: boolean, closes = false): Block[] {
  const blocks: Block[] = [];
  let plain: Part[] = [];
  let atStart = first;
  const close = (yarn: string | null, last = false) => {
    const words = [plain.length > 0 ? partsWords(plain, how, atStart, last) : null, yarn]
      .filter(Boolean)
      .join(', ');
    if (plain.length > 0) atStart = false;
    if (words !== '') blocks.push({ kind: 'words', words });
    plain = [];
  };
  for (const part of parts) {
    if (isPlain(part)) plain.push(part);
    else if (part.kind === 'step' && part.step.kind === 'crossing') {
      close(beforeCrossing(part.step, how.wayOf(part.step)));
      blocks.push({ kind: 'crossing', step: part.step });
      atStart = false;
    } else if (part.kind === 'group') {
      close(null);
      blocks.push({ ...part, first: atStart });
      atStart = false;
    }
  }
  close(null, closes);
  return blocks;
}

type BlocksProps = { blocks: readonly Block[]; how: TellingIn; onHow: (step: CrossingStep) => void };

/** A box with a beginning and an end, so that it is seen what comes over and over. */
function GroupBox({
  block,
  how,
  onHow,
}: Omit<BlocksProps, 'blocks'> & { block: Extract<Block, { kind: 'group' }> }) {
  const { parts, times, first } = block;
  return (
    <div className="my-1 rounded-md border-2 border-line px-2" data-testid="group">
      <p className="text-lg font-bold">{times} times:</p>
      <Blocks blocks={blocksOf(parts, how, first, true)} how={how} onHow={onHow} />
      <p className="text-base text-soft">end of the {times} times</p>
    </div>
  );
}

function Blocks({ blocks, how, onHow }: BlocksProps) {
  return blocks.map((block, i) =>
    block.kind === 'crossing' ? (
      <CrossingCard key={i} step={block.step} how={how} onHow={() => onHow(block.step)} />
    ) : block.kind === 'group' ? (
      <GroupBox key={i} block={block} how={how} onHow={onHow} />
    ) : (
      <p key={i} className="plain-steps">
        {block.words}
      </p>
    ),
  );
}

/** What the panel's first crossing is compared with, if all lean alike, and which of its ropes cross. */
function Besides({ told, said }: { told: PanelTelling; said: RowView }) {
  const crossings = stepsTold(told.parts).filter((step): step is CrossingStep => step.kind === 'crossing');
  const alike = new Set(crossings.map(({ lean }) => lean)).size === 1;
  const likeness = alike ? said.likeness.get(told.panel.id) : undefined;
  const like = likeness && likeShort(likeness, lineOf(said.round));
  return (
    <>
      {like && <span className="like"> · {like}</span>}
      {told.ropes && <span className="like"> · {ropesWords(told.ropes)}</span>}
    </>
  );
}

/** `brief`: there is no room for what is not to be done. */
type ToldProps = { said: RowView; how: Telling; brief: boolean; onHow: AskHow };

/** Words that lead to the first crossing stand beside the panel's name. */
function PanelSteps({ told, said, how: all, brief, onHow }: ToldProps & { told: PanelTelling }) {
  const crosses = !told.parts.every(isPlain);
  const how = { ...all, ruled: told.ruled };
  const [lead, ...rest] = blocksOf(told.parts, how, true);
  const leads = crosses && lead?.kind === 'words' ? lead.words : null;
  return (
    <li className="panel-cue" data-crosses={crosses}>
      <p className="panel-cue-name">
        {told.rest ? `the rest of ${told.panel.name}` : told.panel.name}
        {leads && <span className="text-ink">: {leads}</span>}
        {brief && !told.ropes ? null : <Besides told={told} said={said} />}
      </p>
      <div>
        <Blocks
          blocks={leads ? rest : lead ? [lead, ...rest] : []}
          how={how}
          onHow={(step) => onHow(told.panel.id, step)}
        />
      </div>
    </li>
  );
}

const Told = memo(function Told({ telling, ...props }: ToldProps & { telling: RowTelling }) {
  const rule = ruleLine(telling);
  return (
    <>
      {rule && (
        <p className="presented">
          {capital(rule)}
          {telling.panels.length > 0 ? ', but:' : '.'}
        </p>
      )}
      <ol className="panel-cues">
        {telling.panels.map((told) => (
          <PanelSteps key={`${told.panel.id} ${told.rest}`} told={told} {...props} />
        ))}
      </ol>
    </>
  );
});

/** So many lines fit without scrolling at full size; a crossing takes two of them. */
const ROOM = 6;

/** The row in hand; or, out of sight, the one after it, so that it only has to be brought forward. */
export function RowSteps({
  said,
  density,
  ahead,
  settings,
  onHow,
}: {
  said: RowView;
  density: Density;
  ahead: boolean;
  settings: KnitterSettings;
  onHow: AskHow;
}) {
  const { cue } = said;
  const telling = useMemo(() => cue && (density === 'row' ? tellRow(cue) : tellPanels(cue)), [cue, density]);
  const how = useMemo(() => ({ wayOf: wayOf(settings), round: cue?.round === true }), [settings, cue]);
  if (!telling) return null;
  const cards = telling.panels
    .flatMap(({ parts }) => stepsTold(parts))
    .filter(({ kind }) => kind === 'crossing');
  const plain = telling.panels.filter(({ parts }) => parts.every(isPlain));
  const many = 2 * cards.length + plain.length > ROOM;
  return (
    <div className="row-steps" data-ahead={ahead} data-many={many}>
      <Told telling={telling} said={said} how={how} brief={many} onHow={onHow} />
    </div>
  );
}
