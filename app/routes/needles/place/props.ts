/** What the ways to find the place are given. */
import type { Happening } from '@core/journal/events';
import type { JournalState } from '@core/journal/fold';
import type { Answer } from '@core/place/belief';
import type { School } from '@core/place/count';
import type { Units } from '@core/plan/units';
import type { Names } from '~/messages/place';
import type { Place } from '~/workers/use-place';
import type { NeedlesView } from '../view';
import type { Counting } from './counting';

export type PlaceTab = 'count' | 'where' | 'holes';
/** Why answers were taken back without her: other rows are done, or she counts the other way. */
export type TakenBack = 'rows' | 'school';

export type PlaceProps = {
  view: NeedlesView;
  state: JournalState;
  school: School;
  setSchool: (school: School) => void;
  units: Units;
  record: (happening: Happening) => string;
  tab: PlaceTab;
  setTab: (tab: PlaceTab) => void;
  /** The panel that is counted in. */
  panel: string | null;
  setPanel: (panel: string) => void;
  answers: readonly Answer[];
  /** `entered`: rows that the journal is just told of, which the answers outlast. */
  setAnswers: (answers: readonly Answer[], entered?: number) => void;
  takenBack: TakenBack | null;
  counting: Counting | null;
  setCounting: (counting: Counting | null) => void;
  close: () => void;
};

/** What each tab is given. */
export type TabProps = PlaceProps & { names: Names; place: Place | null };
