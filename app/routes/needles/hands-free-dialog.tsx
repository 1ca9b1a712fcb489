/** Hands-free on this device: what a foot switch sends, voice, sounds, a screen that stays awake. */
import { useEffect, useState } from 'react';
import { X } from 'lucide-react';
import { changePrefs, DEEDS, RATES, type Deed, type Prefs } from '~/device/prefs';
import { sound } from '~/device/sounds';
import { canSpeak, speak } from '~/device/voice';
import { wayOf } from '~/knitter/settings';
import { rowSaid } from '~/messages/spoken';
import type { DialogProps } from './dialog-props';

const DEED_WORDS: Readonly<Record<Deed, string>> = {
  onward: 'on: the row is done, or the next group',
  back: 'back: one row, or one group',
  undo: 'undo',
  say: 'say the cue again',
  looked: 'all crossings lie so',
  putDown: 'put the work down',
};
const RATE_WORDS: Readonly<Record<number, string>> = { 0.7: 'slow', 1: 'as usual', 1.3: 'quick' };
/** Keys that lead about in the page cannot be taught. */
const KEPT = new Set(['Tab', 'Shift', 'Control', 'Alt', 'Meta', 'Escape', 'CapsLock', 'Dead', 'Process', 'Unidentified']); // prettier-ignore
const nameOf = (key: string) => (key === ' ' ? 'Space' : key);

type Switches = { [K in keyof Prefs]: Prefs[K] extends boolean ? K : never }[keyof Prefs];

function Switch({
  name,
  prefs,
  label,
  more,
}: {
  name: Switches;
  prefs: Prefs;
  label: string;
  more?: string;
}) {
  return (
    <label className="choice">
      <input
        type="checkbox"
        checked={prefs[name]}
        onChange={(event) => changePrefs({ [name]: event.target.checked })}
      />
      <span>
        {label}
        {more && <span className="block text-soft">{more}</span>}
      </span>
    </label>
  );
}

/** The next key pressed is the one meant, whatever has the focus. */
function useNextKey(deed: Deed | null, taught: (key: string) => void) {
  useEffect(() => {
    if (!deed) return;
    const listen = (event: KeyboardEvent) => {
      if (KEPT.has(event.key)) return;
      event.preventDefault();
      event.stopPropagation();
      taught(event.key);
    };
    window.addEventListener('keydown', listen, true);
    return () => window.removeEventListener('keydown', listen, true);
  });
}

function Keys({ prefs }: { prefs: Prefs }) {
  const [teaching, setTeaching] = useState<Deed | null>(null);
  useNextKey(teaching, (key) => {
    if (teaching) changePrefs({ keys: { ...prefs.keys, [key]: teaching } });
    setTeaching(null);
  });
  const forget = (key: string) => {
    const { [key]: _, ...keys } = prefs.keys;
    changePrefs({ keys });
  };
  return (
    <ul className="taught">
      {DEEDS.map((deed) => (
        <li key={deed}>
          <span>{DEED_WORDS[deed]}</span>
          <span className="taught-keys">
            {Object.entries(prefs.keys)
              .filter(([, does]) => does === deed)
              .map(([key]) => (
                <button key={key} type="button" className="quiet-button" onClick={() => forget(key)}>
                  <kbd>{nameOf(key)}</kbd>
                  <X aria-hidden="true" size={16} />
                  <span className="sr-only">forget this key</span>
                </button>
              ))}
            <button
              type="button"
              className="plain-button"
              aria-pressed={teaching === deed}
              onClick={() => setTeaching(teaching === deed ? null : deed)}
            >
              {teaching === deed ? 'Press the key now …' : 'Teach a key'}
            </button>
          </span>
        </li>
      ))}
    </ul>
  );
}

export function HandsFreeForm({ view, prefs, awake, settings }: DialogProps) {
  return (
    <>
      <p className="text-soft">
        For this device alone. Space, Enter and Page Down go on; Backspace undoes; the arrows move group by
        group and, up and down, inside a crossing. Wipe a finger to the left over the row in hand to go on, to
        the right to go back. A foot switch or page turner sends a key: teach it here.
      </p>
      <h3 className="how-title">Keys and foot switches</h3>
      <Keys prefs={prefs} />
      <h3 className="how-title">Voice</h3>
      {canSpeak() ? (
        <>
          <Switch name="voice" prefs={prefs} label="Read the cues aloud" />
          <div className="flex flex-wrap gap-3">
            <select
              aria-label="Speed of the voice"
              className="field"
              style={{ width: 'auto' }}
              value={prefs.rate}
              onChange={(event) => changePrefs({ rate: Number(event.target.value) })}
            >
              {RATES.map((rate) => (
                <option key={rate} value={rate}>
                  {RATE_WORDS[rate]}
                </option>
              ))}
            </select>
            <button
              type="button"
              className="plain-button"
              onClick={() => speak(rowSaid(view.cue, wayOf(settings), view.notices), prefs.rate)}
            >
              Hear it
            </button>
          </div>
        </>
      ) : (
        <p>This browser has no voice.</p>
      )}
      <h3 className="how-title">Sounds and touch</h3>
      <Switch
        name="sounds"
        prefs={prefs}
        label="A soft tick after each row, two tones before a row that crosses"
      />
      <button type="button" className="plain-button" onClick={() => sound('crossing')}>
        Hear the two tones
      </button>
      <Switch name="vibration" prefs={prefs} label="Vibrate, where the device can" />
      <h3 className="how-title">Screen and taps</h3>
      <Switch
        name="awake"
        prefs={prefs}
        label="Keep the screen awake"
        more={
          prefs.awake && awake === 'refused'
            ? 'The browser refuses: a low battery, or an address that is not https.'
            : undefined
        }
      />
      <Switch
        name="guard"
        prefs={prefs}
        label="Drop a second tap that comes too soon"
        more="The wider the row, the longer."
      />
      <Switch name="look" prefs={prefs} label="Show the crossings of a finished row once more" />
    </>
  );
}
