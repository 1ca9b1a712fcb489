/** What most files have: a bench of their own and one device. Every test begins with a device that knows nothing. */
import { freshBench, type Bench } from './app';
import { openDevice, type Device, type Size } from './browser';
import type { Page } from 'puppeteer-core';

export type Evening = {
  /** The bench's address. */
  readonly address: string;
  readonly device: Device;
  /** A tab at a path of the bench; see `Device.open`. */
  open(path?: string, size?: Size, prefs?: object): Promise<Page>;
};

type Wishes = {
  /** With the demo scenario's pieces. */
  readonly demo?: boolean;
  /** What the browser may rightly complain of, in every test. */
  readonly complaints?: RegExp;
  /** The bench, where it is not this worker's own: see `startApp`. */
  readonly bench?: () => Bench;
};

/**
 * Lays the bench before the first test. After each, its tabs are closed, the browser has complained of nothing, and what the
 * device kept is forgotten.
 */
export function evening({ demo = false, complaints = /(?!)/, bench }: Wishes = {}): Evening {
  let laid: Bench | null = null;
  let opened: Device | null = null;
  const here = () => {
    if (!laid || !opened) throw new Error('the evening has not begun');
    return { address: laid.address, device: opened };
  };
  beforeAll(async () => {
    laid = bench?.() ?? (await freshBench({ demo }));
    opened = await openDevice();
  });
  afterEach(async () => {
    const { address, device } = here();
    await device.forget(address);
    const troubles = device.troubles.splice(0).filter((text) => !complaints.test(text));
    expect(troubles).toEqual([]);
  });
  afterAll(() => opened?.close());
  return {
    get address() {
      return here().address;
    },
    get device() {
      return here().device;
    },
    open: (path = '/', size, prefs) => here().device.open(`${here().address}${path}`, size, prefs),
  };
}
