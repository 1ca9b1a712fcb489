/** A piece in one glance: its newest fabric, its row, and what crosses next. Computed on the server, drawn as it is. */
import { layOut } from '@core/fabric/cloth';
import type { JournalState } from '@core/journal/fold';
import { nextCrossing } from '@core/piece/schedule';
import type { WorkRow } from '@core/piece/work-row';
import { charted, made, worksheet } from '@core/piece/worksheet';
import type { PieceRecord } from '~/db/pieces.server';
import { packPicture } from '~/ui/fabric/pack';

const ROWS_IN_STRIP = 18;

export type Summary = {
  readonly done: number;
  readonly rows: number;
  readonly stitches: number;
  /** The soonest crossing: plain rows before it and the panels that cross in it. */
  readonly next: { readonly plain: number; readonly panels: readonly string[] } | null;
  readonly faults: number;
};
/** Its newest rows as numbers to be drawn, lengths in stitches. */
export type Strip = {
  readonly width: number;
  readonly height: number;
  readonly records: readonly number[];
  readonly backing: readonly number[];
};
/** Its strip is large, and shown apart. */
export type Glance = { readonly summary: Summary; readonly strip: Strip };

/** Near enough for a picture. */
const short = (numbers: Float32Array) => [...numbers].map((value) => Math.round(value * 100) / 100);

function stripOf(rows: readonly WorkRow[]): Strip {
  const picture = layOut(rows, 'RS');
  const { records, backing } = packPicture(picture);
  const { width, height } = picture;
  return { width, height, records: short(records), backing: short(backing) };
}

export function glanceAt(piece: PieceRecord, state: JournalState): Glance {
  const sheet = worksheet(piece.plan, state.facts);
  const done = Math.min(state.done, sheet.rows);
  const shown = done > 0 ? done : Math.min(ROWS_IN_STRIP, sheet.rows);
  const first = Math.max(1, shown - ROWS_IN_STRIP + 1);
  const rows = Array.from({ length: shown - first + 1 }, (_, i) =>
    first + i <= done ? made(sheet, first + i) : charted(sheet, first + i),
  );
  const working = Math.min(done + 1, sheet.rows);
  const soon = charted(sheet, working).panels.flatMap(({ panel }) => {
    const next = done < sheet.rows ? nextCrossing(sheet, panel.id, working) : null;
    return next ? [{ name: panel.name, plain: next.plain }] : [];
  });
  const plain = Math.min(...soon.map((item) => item.plain));
  const summary = {
    done,
    rows: sheet.rows,
    stitches: charted(sheet, working).laid.takes,
    next:
      soon.length > 0
        ? { plain, panels: soon.filter((item) => item.plain === plain).map(({ name }) => name) }
        : null,
    faults: state.faults.filter(({ mended }) => !mended).length,
  };
  return { summary, strip: stripOf(rows) };
}
