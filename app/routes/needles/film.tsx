/** A crossing played move by move: two needles, the loops on them, and what waits in front or behind. */
import { useEffect, useState } from 'react';
import { Pause, Play } from 'lucide-react';
import type { Frame, Loop } from '@core/cue/frames';
import type { CrossingStep } from '@core/cue/steps';
import type { Hand, Stitch } from '@core/stitch/types';
import { leanColour } from '~/ui/lean';

const WIDTH = 340;
const HEIGHT = 170;
const NEEDLE = 84;
const PITCH = 24;
/** From the middle to the tip of either needle. */
const TIP = 26;
const OFF = 46;
const MOVE_MS = 1500;

type Place = { readonly x: number; readonly y: number; readonly behind: boolean };

/** Where each loop is; the feeding needle comes from the left, as for a right-handed knitter. */
function placesIn(frame: Frame): Map<number, Place> {
  const places = new Map<number, Place>();
  const middle = WIDTH / 2;
  frame.feeding.forEach(({ id }, i) => places.set(id, { x: middle - TIP - 12 - i * PITCH, y: NEEDLE, behind: false })); // prettier-ignore
  frame.taking.forEach(({ id }, i) => places.set(id, { x: middle + TIP + 12 + i * PITCH, y: NEEDLE, behind: false })); // prettier-ignore
  frame.waiting.forEach(({ where, loops }, n) => {
    const behind = where === 'back' || where === 'below';
    const between = where === 'between';
    const y = NEEDLE + (between ? 0 : behind ? -OFF : OFF);
    loops.forEach(({ id }, i) =>
      places.set(id, { x: middle + ((loops.length - 1) / 2 - i) * PITCH + n * 8, y, behind }),
    );
  });
  return places;
}

const spread = ({ held, then, centre }: CrossingStep): Stitch[] =>
  [...held, ...(centre?.runs ?? []), ...then].flatMap(({ stitch, count }) =>
    Array.from({ length: count }, () => stitch),
  );

function LoopMark({
  loop,
  place,
  stitch,
  colour,
}: {
  loop: Loop;
  place: Place;
  stitch: Stitch;
  colour: string;
}) {
  const purl = stitch.startsWith('purl');
  return (
    <g
      className="film-loop"
      style={{ transform: `translate(${place.x}px, ${place.y}px)`, opacity: place.behind ? 0.6 : 1 }}
    >
      <path
        d="M-8 14C-11 -12 11 -12 8 14"
        fill="none"
        stroke={colour}
        strokeWidth={loop.worked ? 8 : 5}
        strokeLinecap="round"
      />
      <path
        d={purl ? 'M-5 24H5' : 'M-5 20L0 27L5 20'}
        fill="none"
        stroke={colour}
        strokeWidth="3"
        strokeLinecap="round"
        strokeLinejoin="round"
      />
    </g>
  );
}

function Holders({ waiting }: Pick<Frame, 'waiting'>) {
  return waiting.map(({ on, where, loops }, n) => {
    if (on === 'air') return null;
    const behind = where === 'back' || where === 'below';
    const y = NEEDLE + (where === 'between' ? 0 : behind ? -OFF : OFF);
    const half = (loops.length * PITCH) / 2 + 8;
    const x = WIDTH / 2 + n * 8;
    return on === 'marker' || on === 'secondMarker' ? (
      <ellipse key={n} cx={x} cy={y} rx={half} ry="11" fill="none" stroke="var(--soft)" strokeWidth="3" />
    ) : (
      <line key={n} x1={x - half} x2={x + half} y1={y} y2={y} stroke="var(--soft)" strokeWidth="6" strokeLinecap="round" opacity={behind ? 0.6 : 1} /> // prettier-ignore
    );
  });
}

function Drawing({
  step,
  frame,
  hand,
  words,
}: {
  step: CrossingStep;
  frame: Frame;
  hand: Hand;
  words: string;
}) {
  const places = placesIn(frame);
  const stitches = spread(step);
  const heldIsOver = step.hold === 'front';
  const colourOf = ({ group }: Loop) =>
    group === 'centre'
      ? 'var(--ink)'
      : (group === 'held') === heldIsOver
        ? leanColour(step.lean)
        : 'var(--soft)';
  const loops = [...frame.feeding, ...frame.taking, ...frame.waiting.flatMap((one) => one.loops)].sort(
    (a, b) => a.id - b.id,
  );
  const middle = WIDTH / 2;
  return (
    <svg
      className="film"
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={words}
      style={{ transform: hand === 'left' ? 'scaleX(-1)' : undefined }}
    >
      <line x1="8" x2={middle - TIP} y1={NEEDLE} y2={NEEDLE} className="film-needle" />
      <line x1={middle + TIP} x2={WIDTH - 8} y1={NEEDLE} y2={NEEDLE} className="film-needle" />
      <Holders waiting={frame.waiting} />
      {loops.map((loop) => (
        <LoopMark
          key={loop.id}
          loop={loop}
          place={places.get(loop.id) as Place}
          stitch={stitches[loop.id] as Stitch}
          colour={colourOf(loop)}
        />
      ))}
    </svg>
  );
}

const still = () => matchMedia('(prefers-reduced-motion: reduce)').matches;

/** @param words one for each move, read out with the drawing and listed below it */
export function Film({
  step,
  frames,
  words,
  hand,
}: {
  step: CrossingStep;
  frames: readonly Frame[];
  words: readonly string[];
  hand: Hand;
}) {
  const [at, setAt] = useState(0);
  const [playing, setPlaying] = useState(() => !still());
  const last = frames.length - 1;
  useEffect(() => {
    if (!playing) return;
    const timer = setInterval(() => setAt((now) => (now >= last ? 0 : now + 1)), MOVE_MS);
    return () => clearInterval(timer);
  }, [playing, last]);
  const show = (move: number) => {
    setPlaying(false);
    setAt(move);
  };
  return (
    <>
      <Drawing
        step={step}
        frame={frames[at] as Frame}
        hand={hand}
        words={at === 0 ? 'Before the first move' : (words[at - 1] as string)}
      />
      <div className="film-bar">
        <button type="button" className="quiet-button" onClick={() => setPlaying(!playing)}>
          {playing ? <Pause aria-hidden="true" /> : <Play aria-hidden="true" />}
          {playing ? 'Stop' : 'Play'}
        </button>
        <span className="film-key">
          <i data-face="knit" /> knit <i data-face="purl" /> purl
        </span>
      </div>
      <ol className="moves how-moves">
        {words.map((move, i) => (
          <li key={i} data-state={i + 1 < at ? 'done' : i + 1 === at ? 'now' : 'coming'}>
            <button type="button" onClick={() => show(i + 1)}>
              {move}
            </button>
          </li>
        ))}
      </ol>
    </>
  );
}
