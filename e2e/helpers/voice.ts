/** A stand-in for the browser's voice: it remembers what it was given to say, and how fast. Put in place before the page runs. */
import type { Page } from 'puppeteer-core';

export type Said = { readonly text: string; readonly rate: number };

export const giveVoice = (page: Page) =>
  page.evaluateOnNewDocument(() => {
    const said: { text: string; rate: number }[] = [];
    class Utterance {
      rate = 1;
      lang = '';
      constructor(readonly text: string) {}
    }
    const voice = {
      speak: ({ text, rate }: Utterance) => void said.push({ text, rate }),
      cancel: () => undefined,
    };
    Object.defineProperty(window, 'speechSynthesis', { value: voice });
    Object.defineProperty(window, 'SpeechSynthesisUtterance', { value: Utterance });
    Object.defineProperty(window, 'said', { value: said });
  });

export const said = (page: Page): Promise<Said[]> =>
  page.evaluate(() => [...(window as unknown as { said: Said[] }).said]);
