import fc from 'fast-check';
import { home } from '../testing/two-devices';
import type { JournalEvent } from './events';
import { inTrueOrder } from './true-order';
import { runs } from '../testing/size';

const told = (events: readonly JournalEvent[]) =>
  inTrueOrder(events).map(
    (event) => `${event.device} ${event.kind}${event.kind === 'rowDone' ? ` ${event.row}` : ''}`,
  );

describe('the order in which things happened', () => {
  it('puts what came late among what others told meanwhile, by the clocks', () => {
    const { phone, tablet } = home(1);
    phone.rows(2); // ten and twenty minutes on
    tablet.rip(0); // thirty
    phone.rows(1); // forty
    tablet.sync();
    phone.sync();
    expect(told(phone.events)).toEqual([
      'phone rowDone 1',
      'phone rowDone 2',
      'phone rowDone 3',
      'tablet ripped',
      'phone rowDone 4',
    ]);
  });

  it('believes what a device knew before what its clock says', () => {
    const { tablet } = home(2);
    tablet.say({ kind: 'note', row: 2, text: '' }, -600);
    tablet.sync();
    expect(told(tablet.events)).toEqual(['phone rowDone 1', 'phone rowDone 2', 'tablet note']);
  });

  it('of two that say the same time the one that arrived first stays first', () => {
    const { phone, tablet } = home(1);
    phone.say({ kind: 'note', row: 1, text: 'here' }, 100);
    tablet.say({ kind: 'note', row: 1, text: 'there' }, 100);
    tablet.say({ kind: 'note', row: 1, text: 'later' }, 101);
    phone.sync();
    tablet.sync();
    const kept = tablet.events;
    expect(told(kept)).toEqual(['phone rowDone 1', 'phone note', 'tablet note', 'tablet note']);
  });

  it("keeps every entry, each device's own order, and what was known before what was made knowing it", () =>
    fc.assert(
      fc.property(
        fc.array(fc.record({ on: fc.constantFrom('phone', 'tablet'), does: fc.nat(3), at: fc.nat(400) }), {
          maxLength: 40,
        }),
        (deeds) => {
          const made = home(2);
          for (const { on, does, at } of deeds) {
            const device = made[on as 'phone' | 'tablet'];
            if (does === 0) device.sync();
            else if (does === 1) device.follow();
            else device.say({ kind: 'note', row: 1, text: '' }, at);
          }
          made.meet();
          const order = inTrueOrder(made.server);
          const at = new Map(order.map(({ id }, i) => [id, i]));
          expect(new Set(at.keys())).toEqual(new Set(made.server.map(({ id }) => id)));
          made.server.forEach((event, i) =>
            made.server.slice(0, i).forEach((before, place) => {
              const firm = before.device === event.device || place < (event.seen ?? 0);
              if (firm) expect(at.get(before.id)).toBeLessThan(at.get(event.id) ?? -1);
            }),
          );
        },
      ),
      { numRuns: runs(200, 2000) },
    ));
});
