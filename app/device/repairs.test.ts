/** How far a repair is, as one device keeps it: what is damaged is left out, and a pause is no work. */
import { minutesUpTo, repairsFrom, type RepairPlace } from './repairs';

const place: RepairPlace = {
  repair: 'event-1',
  step: 4,
  done: 18,
  worked: 2,
  wrongSide: 'turn',
  between: 'slide',
  letRun: false,
  key: 'steps',
  minutes: 12,
  since: '2026-11-28T10:00:00.000Z',
};
const kept = (more: object) => repairsFrom(JSON.stringify({ piece: { ...place, ...more } }));

it('comes back as it was kept', () => expect(kept({})).toEqual({ piece: place }));

it.each([
  ['a step below 0', { step: -1 }],
  ['half a step', { step: 1.5 }],
  ['no place in the row', { worked: undefined }],
  ['a way nobody knows', { between: 'jump' }],
  ['a time that is none', { since: 'yesterday evening' }],
  ['words for minutes', { minutes: 'ten' }],
])('%s is left out, and nothing else', (_, spoilt) => {
  expect(kept(spoilt)).toEqual({});
  const both = JSON.stringify({ piece: { ...place, ...spoilt }, other: place });
  expect(repairsFrom(both)).toEqual({ other: place });
});

it.each([null, '', 'no json', 'null', '7', '[]'])('%j keeps nothing', (text) =>
  expect(repairsFrom(text)).toEqual({}),
);

it.each([
  ['a step of five minutes counts', '2026-11-28T10:05:00Z', 17],
  ['a quarter of an hour still does', '2026-11-28T10:15:00Z', 27],
  ['longer than that she was away', '2026-11-28T10:16:00Z', 12],
  ['a clock that was set back takes nothing away', '2026-11-28T09:00:00Z', 12],
])('%s', (_, now, minutes) => expect(minutesUpTo(place, Date.parse(now))).toBe(minutes));
