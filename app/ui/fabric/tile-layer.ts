/**
 * Keeps the tiles in sight painted, as canvases laid edge to edge on a host that is moved as a whole: drawing the fabric
 * along paints nothing but what comes into sight. A tile that no longer fits (another size, another yarn, other rows) stays
 * as it is until its new picture is there.
 */
import type { Cloth } from '@core/fabric/cloth';
import type { Looking, Size } from './look-at';
import type { TileJob } from './paint-tile';
import type { Yarn } from './sprites';
import { packTile, tilesSeen, type Tile } from './tiles';

type Shown = { readonly tile: Tile; readonly canvas: HTMLCanvasElement; painted: string };
export type Showing = {
  readonly cloth: Cloth;
  readonly looking: Looking;
  readonly room: Size;
  readonly yarn: Yarn;
  /** Device px for a px of the page. */
  readonly density: number;
};
export type Paint = (canvas: HTMLCanvasElement, job: TileJob) => Promise<void>;

/** The page is not held up longer than so many ms at a time. */
const SLICE_MS = 4;
/** Tiles are prepared so many screens around. */
const AROUND = 0.6;
/** A canvas is at most so large, in device px, or a phone runs out of memory. */
const MOST_SIDE = 2048;

/** While it is drawn larger or smaller, what is there is stretched; then it is painted anew. */
const SCALING_MS = 140;

/** After that the frame in which it was moved has been shown. */
const SOON_MS = 80;

/** Until the next frame has begun; a page out of sight has none. */
const pause = () =>
  new Promise<void>((done) => {
    const late = setTimeout(done, 50);
    requestAnimationFrame(() => {
      clearTimeout(late);
      setTimeout(done);
    });
  });

export class TileLayer {
  private readonly shown = new Map<string, Shown>();
  private wanted: Showing | null = null;
  private readonly names = new WeakMap<Cloth, number>();
  private clothes = 0;
  private working = false;
  private ended = false;
  private timer: ReturnType<typeof setTimeout> | undefined;

  constructor(
    private readonly host: HTMLElement,
    private readonly paint: Paint,
  ) {}

  end() {
    this.ended = true;
    clearTimeout(this.timer);
    this.host.replaceChildren();
  }

  show(showing: Showing) {
    const scaling = this.wanted !== null && this.wanted.looking.scale !== showing.looking.scale;
    this.wanted = showing;
    if (scaling) this.place();
    clearTimeout(this.timer);
    if (scaling && this.shown.size > 0) this.timer = setTimeout(() => void this.work(), SCALING_MS);
    else if (this.shown.size === 0) void this.work();
    else this.timer = setTimeout(() => void this.work(), SOON_MS);
  }

  private nameOf(cloth: Cloth): number {
    const known = this.names.get(cloth) ?? (this.clothes += 1);
    this.names.set(cloth, known);
    return known;
  }

  /** What a tile's picture depends on. */
  private stamp({ cloth, looking, yarn, density }: Showing): string {
    return [this.nameOf(cloth), looking.scale, yarn.lit, yarn.deep, density].join(' ');
  }

  /** Moves what is there to where it belongs at this size. */
  private place() {
    if (!this.wanted) return;
    const { scale } = this.wanted.looking;
    // Whole px, so that no light falls between tiles.
    const px = (value: number) => Math.round(value * scale);
    for (const { tile, canvas } of this.shown.values()) {
      canvas.style.left = `${px(tile.left)}px`;
      canvas.style.top = `${-px(tile.top)}px`;
      canvas.style.width = `${px(tile.right) - px(tile.left)}px`;
      canvas.style.height = `${px(tile.top) - px(tile.foot)}px`;
    }
  }

  private next(): { tile: Tile; showing: Showing; stamp: string } | null {
    const showing = this.wanted;
    if (!showing) return null;
    const { cloth, looking, room } = showing;
    const stamp = this.stamp(showing);
    for (const more of [0, AROUND])
      for (const tile of tilesSeen(cloth, looking, room, more))
        if (this.shown.get(tile.key)?.painted !== stamp) return { tile, showing, stamp };
    return null;
  }

  private async work() {
    if (this.working) return;
    this.working = true;
    try {
      for (let job = this.next(); job && !this.ended; job = this.next()) await this.one(job);
      this.clear();
    } finally {
      this.working = false;
    }
  }

  private async one({ tile, showing, stamp }: { tile: Tile; showing: Showing; stamp: string }) {
    const { cloth, looking, yarn, density } = showing;
    const packing = packTile(cloth, tile, looking.scale * density);
    let since = performance.now();
    let step = packing.next();
    while (!step.done) {
      if (performance.now() - since > SLICE_MS) {
        await pause();
        since = performance.now();
        if (this.ended || !this.wanted || this.stamp(this.wanted) !== stamp) return;
      }
      step = packing.next();
    }
    const [across, up] = [tile.right - tile.left, tile.top - tile.foot];
    const scale = Math.min(looking.scale * density, MOST_SIDE / Math.max(across, up));
    const known = this.shown.get(tile.key);
    const canvas = known?.canvas ?? document.createElement('canvas');
    await this.paint(canvas, {
      packed: step.value,
      camera: { left: tile.left, top: tile.top, scale },
      width: Math.max(1, Math.round(across * scale)),
      height: Math.max(1, Math.round(up * scale)),
      yarn,
    });
    if (this.ended) return;
    this.shown.set(tile.key, { tile, canvas, painted: stamp });
    if (!known) {
      canvas.style.position = 'absolute';
      this.place();
      this.host.append(canvas);
    }
  }

  /** Takes down what is out of sight, and what is not of this size any more, once the rest is there. */
  private clear() {
    if (!this.wanted || this.ended) return;
    const { cloth, looking, room } = this.wanted;
    const near = new Set(tilesSeen(cloth, looking, room, 2 * AROUND).map(({ key }) => key));
    const stamp = this.stamp(this.wanted);
    for (const [key, { canvas, painted }] of this.shown) {
      if (near.has(key) && painted === stamp) continue;
      canvas.remove();
      this.shown.delete(key);
    }
    this.host.dataset.painted = stamp;
  }
}
