import { worksheet } from '../piece/worksheet';
import { sheetOf } from '../testing/plans';
import { turnedAbout } from './feature-ended';

it('given up, what was turned about meanwhile is odd, and nothing else', () => {
  const sheet = sheetOf([{ rows: 20, panels: [{ chart: 'rope-4', id: 'p' }] }]);
  const feature = { panel: 'p', wale: 2, like: 3, from: 10 };
  const facts = { amendments: [], deviations: [], features: [feature] };
  const turned = worksheet(sheet.plan, facts);
  const odd = (done: number) =>
    turnedAbout(turned, facts, [feature], done).map(({ row, charted: as, made }) => [
      row,
      as.lean,
      made.lean,
    ]);
  expect(odd(10)).toEqual([]);
  expect(odd(16)).toEqual([
    [11, 'right', 'left'],
    [15, 'right', 'left'],
  ]);
});
