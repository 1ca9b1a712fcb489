import { handed, isOld } from './handed';

it('a page is as good as new for a quarter of a minute by the server’s own clock', () => {
  const { at } = handed({ base: null, events: [] });
  expect([0, 14_999, 15_000, 3_600_000].map((age) => isOld(String(at), at + age))).toEqual([
    false,
    false,
    true,
    true,
  ]);
});

it('what tells no time, or one to come, is old', () =>
  expect([null, '', 'soon', '99'].map((at) => isOld(at, 98))).toEqual([true, true, true, true]));
