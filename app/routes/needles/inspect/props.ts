/** What the ways to look a piece over are given. */
import type { Happening } from '@core/journal/events';
import type { JournalState } from '@core/journal/fold';
import type { OnFabric } from '../shown';
import type { NeedlesView } from '../view';

export type InspectProps = {
  view: NeedlesView;
  state: JournalState;
  record: (happening: Happening) => string;
  /** Points out the crossing that is asked about on the fabric. */
  show: (shown: OnFabric | null) => void;
  close: () => void;
};
/** What is looked at. */
export type PanelProps = InspectProps & { panel: { id: string; name: string } };
