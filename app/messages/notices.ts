/** Notices of a row in words. */
import { never } from '@core/result';
import type { Notice, ShapedPlace } from '@core/cue/notices';

const PLACES: Readonly<Record<ShapedPlace, string>> = {
  beginning: 'at the beginning',
  end: 'at the end',
  inside: 'inside',
};

export function noticeWords(notice: Notice): string {
  switch (notice.kind) {
    case 'shaping': {
      const { deed, place, count } = notice;
      const what = deed === 'bindOff' ? 'bind off' : deed;
      return `${what} ${count} ${PLACES[place]}`;
    }
    case 'boundOffAtTheEnd':
      return `${notice.count} are to be bound off at the end of this row, where the yarn does not go on. Bind them off at the beginning of row ${notice.next} instead (move them there under More, Change the plan), or cut the yarn`;
    case 'cut':
      return notice.now === 'plain'
        ? `${notice.panel}: too few stitches are left to cross, so they are worked plain`
        : `${notice.panel}: a smaller crossing, with the stitches that are left`;
    case 'shapesAndCrosses':
      return 'shape and cross at the same time';
    case 'change':
      return notice.what === 'other'
        ? notice.text
        : `change ${notice.what === 'yarn' ? 'colour' : 'needle'}: ${notice.text}`;
    case 'lastRow':
      return 'a different pattern ends this section';
    case 'section':
      return `now the section “${notice.name}”`;
    default:
      return never(notice);
  }
}
