/** What a device keeps for itself: whatever is found in its store, the value is sound; what it will not take still holds. */
import fc from 'fast-check';
import { MapStore } from '~/testing/map-store';
import { Kept } from './kept';
import { placesFrom } from './place-in-row';
import { DEEDS, DENSITIES, prefsFrom, RATES, REMINDERS, USUAL_PREFS } from './prefs';
import { canSpeak, hush, speak } from './voice';
import { pulse, sound } from './sounds';

describe('preferences of a device', () => {
  it.each([null, '', 'not json', 'null', '[]', '7', '{"density":"huge","rate":9,"keys":[1],"slippery":"x"}'])(
    '%s: as usual',
    (text) => expect(prefsFrom(text)).toEqual(USUAL_PREFS),
  );
  it('whatever is kept, every value is one that can be chosen', () =>
    fc.assert(
      fc.property(fc.json(), (text) => {
        const { density, rate, reminder, keys, slippery } = prefsFrom(text);
        expect(DENSITIES).toContain(density);
        expect(RATES).toContain(rate);
        expect(REMINDERS).toContain(reminder);
        for (const deed of Object.values(keys)) expect(DEEDS).toContain(deed);
        expect(slippery.every((id) => typeof id === 'string')).toBe(true);
      }),
    ));
  it('comes back as it was', () => {
    const prefs = { ...USUAL_PREFS, density: 'stitches', keys: { b: 'onward' }, rate: 1.3, reminder: 0, slippery: ['p'] }; // prettier-ignore
    expect(prefsFrom(JSON.stringify(prefs))).toEqual(prefs);
  });
});

describe('places in rows', () => {
  const place = { life: 'cast-on', row: 9, stop: 2, part: 1, putDown: true };
  it('are read one by one, and what is no place is left out', () =>
    expect(placesFrom(JSON.stringify({ a: place, b: { ...place, stop: -1 }, c: 'x', d: { ...place, row: 'y' } }))).toEqual({ a: place })); // prettier-ignore
  it.each([null, '{', 'null', '"x"'])('%s holds none', (text) => expect(placesFrom(text)).toEqual({}));
});

describe('a kept value', () => {
  const parse = (text: string | null) => Number(text ?? 0);
  it('is the same for every part of the page, and told to each', () => {
    const store = new MapStore();
    const kept = new Kept('n', parse, () => store);
    kept.write(4);
    expect([kept.read(), new Kept('n', parse, () => store).read(), kept.usual]).toEqual([4, 4, 0]);
  });
  it('holds as long as the page is open where the store is full, and is kept again when there is room', () => {
    const store = new MapStore();
    const kept = new Kept('n', parse, () => store);
    store.full = true;
    kept.write(5);
    expect([kept.read(), store.getItem('n')]).toEqual([5, null]);
    store.full = false;
    kept.write(6);
    expect([kept.read(), store.getItem('n')]).toEqual([6, '6']);
  });
  it('gives the same object until the store changes', () => {
    const store = new MapStore();
    const kept = new Kept('o', (text) => ({ text }), () => store); // prettier-ignore
    expect(kept.read()).toBe(kept.read());
  });
});

it('where there is no voice, sound or vibration nothing happens', () => {
  expect(canSpeak()).toBe(false);
  for (const still of [() => speak('x', 1), hush, () => sound('tick'), () => pulse('crossing')])
    expect(still).not.toThrow();
});
