/** The hanging fabric with its needle: columns of countdowns above, coming rows as ghosts, marks attached to it. */
import { lazy, memo, Suspense, useState, type KeyboardEvent, type ReactNode, type SVGProps } from 'react';
import { ROW_HEIGHT, type CrossingBox } from '@core/fabric/shapes';
import type { JournalState } from '@core/journal/fold';
import type { Pointer } from '@core/cue/pointer';
import { lineOf } from '~/messages/numbers';
import { rowsSeen, type Looking, type Size } from '~/ui/fabric/look-at';
import { TilesView } from '~/ui/fabric/tiles-view';
import {
  Anchors,
  ComingNumbers,
  CountMarks,
  Lifelines,
  Needle,
  PointedAt,
  RowNumbers,
  TopNumber,
  type Seen,
} from './fabric-marks';
import { ComingCrossings, MadeCrossings } from './fabric-crossings';
import { Heads } from './heads';
import { LookAround } from './look-around';
import { useCamera, type Camera, type Moves } from './use-camera';
import { FABRIC_KEYS, useDrawing } from './use-drawing';
import type { Counting } from './place/counting';
import type { OnFabric } from './shown';
import { useSettled } from './use-row-and-next';
import type { NeedlesView } from './view';

/** Fetched for pieces that are wider than the screen, when she first counts along, when something is pointed out. */
const WidthStrip = lazy(() => import('./width-strip'));
const CountAlong = lazy(() => import('./place/counting'));
const ShownOnFabric = lazy(() => import('./shown'));
const FaceQuestion = lazy(() => import('./face-question'));

type Props = {
  view: NeedlesView;
  state: JournalState;
  touched: CrossingBox | null;
  /** What a sheet points out. */
  shown: OnFabric | null;
  /** Where the row in hand is worked to; null when it is not followed. */
  pointer: Pointer | null;
  onTouch: (box: CrossingBox) => void;
  /** What is counted along, while she counts. */
  counting: Counting | null;
  askFace: ((face: 'faces' | 'chart') => void) | null;
};

/** Rows still to come are ghosts: the ground shines through. */
function Veil({ looking, done }: { looking: Looking; done: number }) {
  const height = (looking.top - done * ROW_HEIGHT) * looking.scale;
  return (
    <div
      aria-hidden="true"
      className="pointer-events-none absolute inset-x-0 top-0 bg-ground opacity-65"
      style={{ height: `${Math.max(0, height)}px` }}
    />
  );
}

/** What of a wide piece lies beside the window is covered: there stand the numbers. */
function Sides({ from, to }: { from: number; to: number }) {
  const side = 'pointer-events-none absolute inset-y-0 bg-ground';
  return (
    <>
      <div className={`${side} left-0`} style={{ width: `${Math.max(0, from)}px` }} />
      <div className={`${side} right-0`} style={{ left: `${to}px` }} />
    </>
  );
}

/** Numbers stand so many px beside the fabric. */
const NUMBERS_PX = 9;

type MarksProps = Omit<Props, 'askFace'> & { camera: Camera; moves: Moves; room: Size };

/** Moved as a whole, like the fabric under it: in its own coordinates row 1 stands on 0, y runs down, a stitch is 1 wide. */
function Moving({
  looking: { left, top, scale },
  children,
  ...group
}: { looking: Looking; children: ReactNode } & SVGProps<SVGGElement>) {
  return (
    <div
      className="pointer-events-none absolute top-0 left-0"
      style={{ transform: `translate(${-left * scale}px, ${top * scale}px)` }}
    >
      <svg width="1" height="1" className="block overflow-visible">
        <g transform={`scale(${scale})`} className="pointer-events-auto" {...group}>
          {children}
        </g>
      </svg>
    </div>
  );
}

/** All that is drawn on the fabric. */
function Marks({
  view,
  state,
  touched,
  shown: pointed,
  pointer,
  onTouch,
  counting,
  camera,
  moves,
  room,
}: MarksProps) {
  const { cloth, done, working } = view;
  const { looking, shown } = camera;
  const { left, scale } = looking;
  const seen: Seen = { ...rowsSeen(looking, room, cloth.lastRow), scale };
  const right = shown.from + shown.width + NUMBERS_PX / scale;
  return (
    <>
      <Moving
        looking={looking}
        role="group"
        aria-label={`Rows ${seen.first} to ${Math.min(seen.last, done)}`}
      >
        <ComingCrossings view={view} seen={seen} />
        <MadeCrossings view={view} seen={seen} faults={state.faults} touched={touched} onTouch={onTouch} />
        {pointer && <PointedAt view={view} pointer={pointer} seen={seen} />}
        <Lifelines view={view} state={state} seen={seen} />
        <Anchors view={view} state={state} seen={seen} />
        {!pointed && !counting && <CountMarks view={view} seen={seen} />}
        {pointed && (
          <Suspense>
            <ShownOnFabric shown={pointed} view={view} seen={seen} moves={moves} room={room} />
          </Suspense>
        )}
        {counting && (
          <Suspense>
            <CountAlong counting={counting} view={view} seen={seen} moves={moves} room={room} />
          </Suspense>
        )}
      </Moving>
      {shown.wide && (
        <Sides from={(shown.from - left) * scale} to={(shown.from + shown.width - left) * scale} />
      )}
      <Moving looking={looking}>
        <ComingNumbers view={view} seen={seen} right={right} />
        <RowNumbers view={view} seen={seen} right={right} />
        {working !== null && <Needle from={shown.from} width={shown.width} row={done} scale={scale} />}
        {done > 0 && <TopNumber view={view} seen={seen} right={right} />}
      </Moving>
    </>
  );
}

/** On a phone, where she looks around or counts: over everything else, or over what a sheet leaves free. */
const FILLS = 'max-[760px]:fixed! max-[760px]:z-20 max-[760px]:bg-ground';
const ABOVE = `${FILLS} max-[760px]:inset-x-0 max-[760px]:top-0`;

function placeOf(large: boolean, { counting, shown }: Pick<Props, 'counting' | 'shown'>): string {
  if (large) return `${FILLS} max-[760px]:inset-0`;
  if (counting) return `${ABOVE} max-[760px]:bottom-[60dvh]`;
  return shown?.near ? `${ABOVE} max-[760px]:bottom-[70dvh]` : '';
}

/** Drawn anew only when the row, or what is marked on it, has changed: not when a row has been saved. */
export const FabricPanel = memo(function FabricPanel({ askFace, ...props }: Props) {
  const { view, pointer } = props;
  const { cloth, done } = view;
  const { ref, room, camera, moves } = useCamera(view, pointer);
  const settled = useSettled(view);
  const [large, setLarge] = useState(false);
  const { looking, shown } = camera;
  const drawing = useDrawing(ref, moves);
  const line = lineOf(view.round);
  const width = room?.width ?? 1;
  const onKey = (event: KeyboardEvent) => {
    const does = event.ctrlKey || event.metaKey || event.altKey ? undefined : FABRIC_KEYS[event.key];
    if (!does || event.target instanceof HTMLInputElement) return;
    event.preventDefault();
    event.stopPropagation();
    does(moves, (room?.height ?? 0) * 0.8, { first: cloth.firstRow });
  };
  return (
    <section aria-label="The fabric on the needle" className={`fabric-panel ${placeOf(large, props)}`}>
      <div className={props.counting || props.shown?.near ? 'w-full max-[760px]:hidden' : 'w-full'}>
        {(camera.wide || shown.wide) && (
          <Suspense fallback={<div className="h-12 max-[760px]:-mt-2" />}>
            <WidthStrip view={settled} {...camera.windowAt(settled).shown} px={width} draw={moves.draw} />
          </Suspense>
        )}
        <Heads view={view} windowAt={camera.windowAt} room={width} />
        {askFace && view.cue?.working.side === 'WS' && (
          <Suspense>
            <FaceQuestion choose={askFace} />
          </Suspense>
        )}
      </div>
      <div className="relative min-h-0 w-full flex-1">
        <div
          ref={ref}
          role="group"
          tabIndex={0}
          aria-label={`The fabric, ${line}s 1 to ${done}. Arrow keys draw it along, plus and minus make it larger and smaller, Home goes to the needle, End to the first ${line}`}
          className="fabric-room absolute inset-0 touch-none overflow-hidden"
          data-testid="fabric-room"
          data-away={camera.away}
          data-scale={looking.scale.toFixed(2)}
          onKeyDown={onKey}
          onMouseDown={(event) => event.preventDefault()}
          {...drawing}
        >
          {room && <TilesView cloth={cloth} looking={looking} room={room} />}
          <Veil looking={looking} done={done} />
          {room && <Marks {...props} camera={camera} moves={moves} room={room} />}
        </div>
        <LookAround
          moves={moves}
          away={camera.away}
          rows={cloth.lastRow}
          line={line}
          large={large}
          setLarge={setLarge}
        />
      </div>
    </section>
  );
});
