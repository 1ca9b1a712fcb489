/** Notices of a row in words. */
import { never } from '@core/result';
import type { Notice, ShapedPlace } from '@core/cue/notices';

const PLACES: Readonly<Record<ShapedPlace, string>> = {
  rightEdge: 'at the right edge',
  leftEdge: 'at the left edge',
  inside: 'inside',
};

export function noticeWords(notice: Notice): string {
  switch (notice.kind) {
    case 'shaping': {
      const { deed, place, count } = notice;
      const what = deed === 'bindOff' ? 'bind off' : deed;
      return `${what} ${count} ${PLACES[place]}`;
    }
    case 'cut':
      return notice.now === 'plain'
        ? `${notice.panel}: too few stitches left to cross, worked plain`
        : `${notice.panel}: a smaller crossing, with the stitches left`;
    case 'shapesAndCrosses':
      return 'this row shapes and crosses';
    case 'change':
      return notice.what === 'other'
        ? notice.text
        : `change ${notice.what === 'yarn' ? 'colour' : 'needle'}: ${notice.text}`;
    case 'lastRow':
      return 'the last row of the section is another one';
    case 'section':
      return `${notice.name} begins`;
    default:
      return never(notice);
  }
}
