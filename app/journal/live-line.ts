/** Follows a piece while its page is in sight: server-sent events, each an entry of the journal with its number. */
import type { JournalEvent } from '@core/journal/events';
import type { DeviceJournal } from './device-journal';

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
  ) {}

  open() {
    this.wanted = true;
    if (this.source) return;
    const { seq, id } = this.journal.place;
    const source = new EventSource(`${this.address}/live?after=${seq}.${id}`);
    this.source = source;
    source.onopen = () => this.say('open');
    source.addEventListener('entry', (message: MessageEvent<string>) => {
      const seq = Number(message.lastEventId.split('.')[0]);
      this.journal.take(seq, JSON.parse(message.data) as JournalEvent);
    });
    source.addEventListener('differs', () => void this.fetchWhole());
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

  private async fetchWhole() {
    this.hangUp();
    try {
      const response = await fetch(`${this.address}/events`);
      const body = (await response.json()) as { events: readonly JournalEvent[] };
      this.journal.replace(body.events);
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
