/** What the ways to look a piece over are given. */
import type { Happening } from '@core/journal/events';
import type { JournalState } from '@core/journal/fold';
import type { Released } from '../fabric-marks';
import type { NeedlesView } from '../view';

export type InspectProps = {
  view: NeedlesView;
  state: JournalState;
  record: (happening: Happening) => string;
  /** Marks the crossing that is asked about on the fabric. */
  onReleased: (rows: Released) => void;
  close: () => void;
};
/** What is looked at. */
export type PanelProps = InspectProps & { panel: { id: string; name: string } };
