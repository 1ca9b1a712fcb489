/** A crossing played move by move: two needles, the loops on them, and what waits in front or behind. */
import { useEffect, useState } from 'react';
import { ChevronLeft, ChevronRight, Pause, Play } from 'lucide-react';
import type { Frame, Loop } from '@core/cue/frames';
import type { CrossingStep } from '@core/cue/steps';
import type { Stitch } from '@core/stitch/types';
import type { Needles } from '~/messages/moves';
import { leanColour } from '~/ui/lean';

const HEIGHT = 190;
const NEEDLE = 94;
const PITCH = 24;
/** From the middle to the tip of either needle. */
const TIP = 26;
const OFF = 46;
const MOVE_MS = 1500;
/** Beyond the last loop on either side, for the needle and its name. */
const END = 34;

/** Room for every loop on either needle. */
const widthFor = (loops: number) => Math.max(340, 2 * (TIP + 12 + loops * PITCH + END));

type Place = { readonly x: number; readonly y: number; readonly behind: boolean };

const isBehind = (where: Frame['waiting'][number]['where']) => where === 'back' || where === 'below';

/** Where each loop is; the feeding needle comes from the left, as in a row worked from right to left. */
function placesIn(frame: Frame, middle: number): Map<number, Place> {
  const places = new Map<number, Place>();
  frame.feeding.forEach(({ id }, i) => places.set(id, { x: middle - TIP - 12 - i * PITCH, y: NEEDLE, behind: false })); // prettier-ignore
  frame.taking.forEach(({ id }, i) => places.set(id, { x: middle + TIP + 12 + i * PITCH, y: NEEDLE, behind: false })); // prettier-ignore
  frame.waiting.forEach(({ where, loops }, n) => {
    const behind = isBehind(where);
    const y = NEEDLE + (where === 'between' ? 0 : behind ? -OFF : OFF);
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

function Holders({ waiting, middle }: Pick<Frame, 'waiting'> & { middle: number }) {
  return waiting.map(({ on, where, loops }, n) => {
    if (on === 'air' || on === 'secondAir') return null;
    const behind = isBehind(where);
    const y = NEEDLE + (where === 'between' ? 0 : behind ? -OFF : OFF);
    const half = (loops.length * PITCH) / 2 + 8;
    const x = middle + n * 8;
    return on === 'marker' || on === 'secondMarker' ? (
      <ellipse key={n} cx={x} cy={y} rx={half} ry="11" fill="none" stroke="var(--soft)" strokeWidth="3" />
    ) : (
      <line key={n} x1={x - half} x2={x + half} y1={y} y2={y} stroke="var(--soft)" strokeWidth="6" strokeLinecap="round" opacity={behind ? 0.6 : 1} /> // prettier-ignore
    );
  });
}

/** The working yarn, from the last loop worked to where it waits: over the needles' near side or behind them. */
function Yarn({ frame, middle }: { frame: Frame; middle: number }) {
  const from = middle + TIP + 12;
  const front = frame.yarn === 'front';
  const y = NEEDLE + (front ? 64 : -64);
  return (
    <path
      className="film-yarn"
      d={`M${from} ${NEEDLE + 8}C${from} ${(NEEDLE + y) / 2} ${from + 10} ${y} ${from + 60} ${y}`}
      fill="none"
      stroke="var(--action)"
      strokeWidth="4"
      strokeLinecap="round"
      strokeDasharray={front ? undefined : '2 8'}
      data-yarn={frame.yarn}
    />
  );
}

/** Words in the drawing are never mirrored with it. */
function Label({
  x,
  y,
  mirrored,
  end,
  children,
}: {
  x: number;
  y: number;
  mirrored: boolean;
  end: boolean;
  children: string;
}) {
  return (
    <text
      transform={`translate(${x} ${y})${mirrored ? ' scale(-1 1)' : ''}`}
      textAnchor={end !== mirrored ? 'start' : 'end'}
      fontSize="14"
      fill="var(--soft)"
    >
      {children}
    </text>
  );
}

function Drawing({
  step,
  frame,
  mirrored,
  needles,
  words,
}: {
  step: CrossingStep;
  frame: Frame;
  mirrored: boolean;
  needles: Needles;
  words: string;
}) {
  const width = widthFor(step.heldCount + step.thenCount + (step.centre?.count ?? 0));
  const middle = width / 2;
  const places = placesIn(frame, middle);
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
  return (
    <svg
      className="film"
      viewBox={`0 0 ${width} ${HEIGHT}`}
      role="img"
      aria-label={words}
      style={{ transform: mirrored ? 'scaleX(-1)' : undefined }}
    >
      <line x1="8" x2={middle - TIP} y1={NEEDLE} y2={NEEDLE} className="film-needle" />
      <line x1={middle + TIP} x2={width - 8} y1={NEEDLE} y2={NEEDLE} className="film-needle" />
      <Label x={width - 8} y={16} mirrored={mirrored} end={false}>
        back of the work
      </Label>
      <Label x={width - 8} y={HEIGHT - 6} mirrored={mirrored} end={false}>
        front, towards you
      </Label>
      <Label x={8} y={NEEDLE + 40} mirrored={mirrored} end>
        {needles.feeding}
      </Label>
      <Label x={width - 8} y={NEEDLE + 40} mirrored={mirrored} end={false}>
        {needles.taking}
      </Label>
      <Yarn frame={frame} middle={middle} />
      <Holders waiting={frame.waiting} middle={middle} />
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
  mirrored,
  needles,
}: {
  step: CrossingStep;
  frames: readonly Frame[];
  words: readonly string[];
  /** The row runs from left to right, as she sees it. */
  mirrored: boolean;
  needles: Needles;
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
        mirrored={mirrored}
        needles={needles}
        words={at === 0 ? 'Before the first move' : (words[at - 1] as string)}
      />
      <div className="film-bar">
        <button
          type="button"
          className="quiet-button min-w-12"
          aria-label="One move back"
          disabled={at === 0}
          onClick={() => show(at - 1)}
        >
          <ChevronLeft aria-hidden="true" />
        </button>
        <button
          type="button"
          className="quiet-button min-w-12"
          aria-label="One move on"
          disabled={at === last}
          onClick={() => show(at + 1)}
        >
          <ChevronRight aria-hidden="true" />
        </button>
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
