/** All that may be meant otherwise, in the order of the text. */
import { judge } from './judge';
import { readRows } from './read';

const found = (text: string) => {
  const read = readRows(text, 'x');
  if (!read.ok) throw new Error(JSON.stringify(read.error));
  return judge(text, read.value).map(({ kind, doubt, at, key }) => ({
    said: `${kind} ${doubt.code} ${at.line}:${at.column}`,
    key,
  }));
};
const TEXT = `Reed = 2/2 RC
Row 1: k4, p1, k4. (12 sts)
Row 2: p4, k1, p4.
Row 3: 2/2 LC, p1, 2/2 LC.
Row 4: p4, k1, p4.
Row 5: 2/2 RC, p1, 2/2 LC.
Row 6: p4, k1, p4.
Row 7: 2/2 LC, p1, 2/2 LC. (14 sts)
Row 8: p4, k1, p4.`;

it('what the text says and what its chart shows stand in the order of their places', () => {
  const places = found(TEXT).map(({ said }) => said);
  expect(places).toEqual(
    [...places].sort((a, b) => Number(/(\d+):/.exec(a)?.[1]) - Number(/(\d+):/.exec(b)?.[1])),
  );
  expect(new Set(places.map((said) => said.split(' ')[0]))).toEqual(new Set(['text', 'chart']));
  expect(places[0]).toBe('text legend-unused 1:1');
});
it('a finding keeps its key while its words stay, and words that change have another', () => {
  const keys = (text: string) => found(text).map(({ key }) => key);
  expect(keys(`A remark.\n${TEXT}`)).toEqual(keys(TEXT));
  expect(keys(TEXT.replace('12 sts', '13 sts'))).not.toEqual(keys(TEXT));
});
