/** Three small sounds, made on the spot: a row counted, a crossing row ahead, a second tap dropped. */
type Sound = 'tick' | 'crossing' | 'dropped';
type Note = { readonly hertz: number; readonly at: number; readonly lasts: number; readonly loud: number };

const NOTES: Readonly<Record<Sound, readonly Note[]>> = {
  tick: [{ hertz: 660, at: 0, lasts: 0.07, loud: 0.12 }],
  crossing: [
    { hertz: 520, at: 0, lasts: 0.12, loud: 0.2 },
    { hertz: 780, at: 0.13, lasts: 0.18, loud: 0.2 },
  ],
  dropped: [{ hertz: 160, at: 0, lasts: 0.09, loud: 0.18 }],
};
const PULSES: Readonly<Record<Sound, number | number[]>> = {
  tick: 20,
  crossing: [40, 60, 90],
  dropped: [10, 30, 10],
};

let context: AudioContext | null = null;

function ring({ hertz, at, lasts, loud }: Note, audio: AudioContext) {
  const tone = audio.createOscillator();
  const volume = audio.createGain();
  const start = audio.currentTime + at;
  tone.frequency.value = hertz;
  volume.gain.setValueAtTime(loud, start);
  volume.gain.exponentialRampToValueAtTime(0.001, start + lasts);
  tone.connect(volume).connect(audio.destination);
  tone.start(start);
  tone.stop(start + lasts);
}

/** A browser without sound, or one that forbids it, is simply still. */
export function sound(which: Sound) {
  try {
    context ??= new AudioContext();
    void context.resume();
    for (const note of NOTES[which]) ring(note, context);
  } catch {
    context = null;
  }
}

export function pulse(which: Sound) {
  try {
    navigator.vibrate?.(PULSES[which]);
  } catch {
    return;
  }
}
