/** How to work one crossing: her way, drawn and in words, what to be careful about, and what it should look like. */
import { useState } from 'react';
import { crossingCautions, nextAfter } from '@core/cue/crossing-cautions';
import { framesOf } from '@core/cue/frames';
import { likenessOf } from '@core/cue/likeness';
import type { CrossingStep } from '@core/cue/steps';
import { canWork, movesOf, wayFor, WAYS, type Way } from '@core/cue/technique';
import { facedDirection } from '@core/stitch/working';
import { changePrefs, type Prefs } from '~/device/prefs';
import { wishedWay, type KnitterSettings } from '~/knitter/settings';
import { CROSSING_CAUTION_WORDS } from '~/messages/crossing-cautions';
import { holdWords } from '~/messages/cue';
import { likenessWords } from '~/messages/likeness';
import { moveWords, needlesOf, wayWords } from '~/messages/moves';
import { LeanGlyph, LeanWord } from '~/ui/lean';
import { Modal } from '~/ui/modal';
import { Film } from './film';
import type { NeedlesView } from './view';
import { lineOf } from '~/messages/numbers';

export type HowFor = { readonly panel: string; readonly step: CrossingStep };
type Props = {
  pieceId: string;
  how: HowFor;
  view: NeedlesView;
  settings: KnitterSettings;
  prefs: Prefs;
  close: () => void;
};

function Cautions({ pieceId, how: { step }, view, prefs, way }: Props & { way: Way }) {
  const slippery = prefs.slippery.includes(pieceId);
  const needle = view.byHand ? 'hands' : (view.sheet.plan.making?.needle?.kind ?? null);
  const next = view.cue ? nextAfter(view.cue, step) : undefined;
  const others = prefs.slippery.filter((id) => id !== pieceId);
  return (
    <>
      <ul className="cautions">
        {crossingCautions(step, way, { next, slippery, needle }).map((caution) => (
          <li key={caution}>{CROSSING_CAUTION_WORDS[caution]}</li>
        ))}
      </ul>
      <label className="choice">
        <input
          type="checkbox"
          checked={slippery}
          onChange={() => changePrefs({ slippery: slippery ? others : [...others, pieceId] })}
        />
        <span>The yarn of this piece is slippery</span>
      </label>
    </>
  );
}

export default function HowSheet(props: Props) {
  const { how, view, settings, close } = props;
  const { step, panel } = how;
  const [wished, setWished] = useState(() => wishedWay(settings, step.heldCount, step.thenCount));
  const way = wayFor(step, wished);
  const moves = movesOf(step, way);
  const faced = view.cue ? facedDirection(view.cue.working) : 'rightToLeft';
  const needles = needlesOf(faced, view.byHand);
  const words = moves.map((move) => moveWords(move, needles));
  const likeness = view.working === null ? null : likenessOf(view.sheet, view.working, panel, step.columns[0] ?? -1); // prettier-ignore
  return (
    <Modal title="How to cross" open onOpenChange={(open) => !open && close()}>
      <div className="how-head">
        <LeanGlyph lean={step.lean} size={52} />
        <div>
          <p className="hold">{holdWords(step, way)}</p>
          <p>
            {step.over} over {step.under}, <LeanWord lean={step.lean} />
          </p>
        </div>
      </div>
      <label className="label mt-3" htmlFor="way">
        Worked
      </label>
      <select
        id="way"
        className="field mb-3"
        value={way}
        onChange={(event) => setWished(event.target.value as Way)}
      >
        {WAYS.filter((one) => canWork(step, one)).map((one) => (
          <option key={one} value={one}>
            {wayWords(one, view.byHand)}
          </option>
        ))}
      </select>
      <Film
        key={way}
        step={step}
        frames={framesOf(step, moves)}
        words={words}
        mirrored={faced === 'leftToRight'}
        needles={needles}
      />
      {likeness && (
        <>
          <h3 className="how-title">As the fabric shows it</h3>
          {likenessWords(likeness, lineOf(view.round)).map((line) => (
            <p key={line}>{line}</p>
          ))}
        </>
      )}
      <h3 className="how-title">Mind</h3>
      <Cautions {...props} way={way} />
      <p className="mt-2 text-soft">
        Your usual way is set under{' '}
        <a href="/knitter" className="underline">
          How I knit
        </a>
        .
      </p>
    </Modal>
  );
}
