/** Follows a piece while its page is in sight: server-sent events, each an entry of the journal with its number. */
import type { JournalEvent } from '@core/journal/events';
import type { DeviceJournal } from './device-journal';
import { placeFrom, placeWords } from './place';
import { fetchWhole } from './whole';

export type Line = 'open' | 'broken' | 'closed';

/** A line that was refused (the server gone, a proxy's answer) is tried again after so long. */
const AGAIN_MS = 2000;

export class LiveLine {
  private source: EventSource | null = null;
  private timer: ReturnType<typeof setTimeout> | undefined;
  /** Whether somebody looks at the page. */
  private wanted = false;

  constructor(
    private readonly address: string,
    private readonly journal: DeviceJournal,
    private readonly say: (line: Line) => void,
    /** What else the page shows, and when it was given that. */
    private readonly page: { readonly at: () => number; readonly refresh: () => void },
  ) {}

  open() {
    this.wanted = true;
    if (this.source) return;
    const after = encodeURIComponent(placeWords(this.journal.place));
    const source = new EventSource(`${this.address}/live?after=${after}&of=${this.page.at()}`);
    this.source = source;
    source.onopen = () => this.say('open');
    source.addEventListener('entry', (message: MessageEvent<string>) => {
      this.journal.take(placeFrom(message.lastEventId).seq, JSON.parse(message.data) as JournalEvent);
    });
    source.addEventListener('old', () => this.page.refresh());
    source.addEventListener('differs', () => void this.takeWhole());
    source.onerror = () => {
      if (source.readyState === EventSource.CLOSED) this.tryAgain();
      else this.say('broken');
    };
  }

  private tryAgain() {
    this.hangUp();
    if (!this.wanted) return;
    this.say('broken');
    this.timer = setTimeout(() => this.open(), AGAIN_MS);
  }

  private async takeWhole() {
    this.hangUp();
    try {
      this.journal.replace(await fetchWhole(this.address));
      if (this.wanted) this.open();
    } catch {
      this.tryAgain();
    }
  }

  private hangUp() {
    clearTimeout(this.timer);
    this.source?.close();
    this.source = null;
  }

  close() {
    this.wanted = false;
    this.hangUp();
    this.say('closed');
  }
}
