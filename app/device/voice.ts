/** Reads cues aloud where the browser can; is silent where it cannot or may not. */

/** The speech of the browser, or of a stand-in put in its place. */
const speech = (): SpeechSynthesis | null => {
  try {
    return window.speechSynthesis ?? null;
  } catch {
    return null;
  }
};

export const canSpeak = () => speech() !== null && typeof SpeechSynthesisUtterance === 'function';

/** What was being said is broken off: only the newest cue matters. */
export function speak(text: string, rate: number) {
  if (!canSpeak()) return;
  try {
    speech()?.cancel();
    const said = new SpeechSynthesisUtterance(text);
    said.rate = rate;
    said.lang = 'en';
    speech()?.speak(said);
  } catch {
    return;
  }
}

export function hush() {
  try {
    speech()?.cancel();
  } catch {
    return;
  }
}
