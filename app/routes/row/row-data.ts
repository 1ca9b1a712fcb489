/** One row as data and as words, in every density: what other programs read. */
import { cueFor } from '@core/cue/cue';
import { noticesOf } from '@core/cue/notices';
import { fullTelling, tellPanels, tellRow } from '@core/cue/tell';
import type { RowTelling } from '@core/cue/telling';
import type { Worksheet } from '@core/piece/worksheet';
import { wayOf, type KnitterSettings } from '~/knitter/settings';
import { markerWords } from '~/messages/marker';
import { noticeWords } from '~/messages/notices';
import { tellingLines, tellingSaid } from '~/messages/telling';

export const ROW_VERSION = 1;

/** @param row a row of the piece, 1-based; throws a RangeError outside it */
export function rowData(sheet: Worksheet, row: number, settings: KnitterSettings) {
  const cue = cueFor(sheet, row, settings.hand);
  const how = { wayOf: wayOf(settings), round: cue.round };
  const told = (telling: RowTelling) => ({
    telling,
    lines: tellingLines(telling, how),
    said: tellingSaid(telling, how),
  });
  const { takes, gives } = cue.row.laid;
  return {
    format: 'gritch-row',
    version: ROW_VERSION,
    row,
    side: cue.working.side,
    direction: cue.working.direction,
    hand: settings.hand,
    round: cue.round,
    takes,
    gives,
    marker: { moved: cue.marker.moved, words: markerWords(cue.marker) },
    notices: noticesOf(sheet, row, settings.hand).map((notice) => ({
      ...notice,
      words: noticeWords(notice),
    })),
    tellings: { row: told(tellRow(cue)), panels: told(tellPanels(cue)), stitches: told(fullTelling(cue)) },
  };
}
