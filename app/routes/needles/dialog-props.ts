/** What the dialogs of the needles screen are given. */
import type { Happening, JournalEvent } from '@core/journal/events';
import type { JournalState } from '@core/journal/fold';
import type { Units } from '@core/plan/units';
import type { Prefs } from '~/device/prefs';
import type { Awake } from '~/device/use-awake';
import type { KnitterSettings } from '~/knitter/settings';
import type { Saving } from '~/journal/outbox';
import type { Kept } from '~/journal/use-journal';
import type { Offline } from '~/offline/use-offline';
import type { NeedlesView } from './view';

/** Small forms over the screen. */
export type FormName =
  | 'back'
  | 'setRow'
  | 'setPanel'
  | 'once'
  | 'repeats'
  | 'anchor'
  | 'note'
  | 'measure'
  | 'coming'
  | 'sittings'
  | 'handsFree'
  | 'stories'
  | 'oldPlan'
  | 'saved';
export type DialogName = FormName | 'inspect';
export type DialogProps = {
  pieceId: string;
  view: NeedlesView;
  state: JournalState;
  events: readonly JournalEvent[];
  units: Units;
  settings: KnitterSettings;
  record: (happening: Happening) => string;
  saving: Saving;
  kept: Kept;
  offline: Offline;
  /** Where a newer version of the app waits. */
  takeNewer: (() => void) | null;
  prefs: Prefs;
  awake: Awake;
  close: () => void;
};
