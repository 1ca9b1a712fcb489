/** How the piece lies before her: asked once, kept on the device, and changed whenever she turns it about. */
import { useState } from 'react';
import { USUAL_VIEW, type View } from '@core/inspect/seen';
import { changePrefs, usePrefs } from '~/device/prefs';
import { viewWords } from '~/messages/inspect';
import { Chips, Toggle } from '../place/choices';

export function useLies(): View {
  return usePrefs().lies ?? USUAL_VIEW;
}

function Question({ lies, done }: { lies: View; done: () => void }) {
  const change = (part: Partial<View>) => changePrefs({ lies: { ...lies, ...part } });
  return (
    <section aria-label="How it lies before you" className="mb-4 rounded-xl border-2 border-line p-4">
      <p className="mb-2 text-xl font-bold">How does it lie before you?</p>
      <div className="grid gap-3">
        <Chips
          label="The side that faces you"
          value={lies.side}
          options={[
            ['RS', 'Right side'],
            ['WS', 'Wrong side'],
          ]}
          onChoose={(side) => change({ side })}
        />
        <Chips
          label="Way up"
          value={lies.upsideDown ? 'down' : 'up'}
          options={[
            ['up', 'Needle on top'],
            ['down', 'Needle below'],
          ]}
          onChoose={(way) => change({ upsideDown: way === 'down' })}
        />
        <Toggle
          label="I see it in a mirror"
          checked={lies.mirrored}
          onChange={(mirrored) => change({ mirrored })}
        />
      </div>
      <button
        type="button"
        className="action-button mt-3 w-full"
        onClick={() => {
          changePrefs({ lies });
          done();
        }}
      >
        So it lies
      </button>
    </section>
  );
}

export function ViewChoice() {
  const { lies } = usePrefs();
  const [open, setOpen] = useState(lies === null);
  if (open) return <Question lies={lies ?? USUAL_VIEW} done={() => setOpen(false)} />;
  return (
    <button
      type="button"
      className="quiet-button mb-2 -ml-2 px-2 text-left text-soft max-[760px]:mb-0"
      onClick={() => setOpen(true)}
    >
      {viewWords(lies ?? USUAL_VIEW)} · <span className="underline">change</span>
    </button>
  );
}
