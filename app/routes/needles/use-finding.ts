/** What is kept while she looks for her place: the way, the panel, what she has said, how she counts. */
import { useCallback, useState } from 'react';
import type { Answer } from '@core/place/belief';
import type { School } from '@core/place/count';
import type { Counting } from './place/counting';
import type { PlaceTab, TakenBack } from './place/props';

const NOTHING_SAID: readonly Answer[] = [];

type Said = {
  /** Rows that the journal had, and has after the entry that she is just making. */
  readonly done: number;
  readonly entered: number | null;
  readonly answers: readonly Answer[];
  readonly takenBack: TakenBack | null;
};

/** Vs above a hole were counted as she counted then. */
const withoutCounts = (answers: readonly Answer[]) =>
  answers.filter(({ question }) => question.kind !== 'count');

/**
 * @param kept how she counts, as it is kept
 * @param done rows that the journal has: what was said of the fabric holds for as long as no other row is done
 */
export function useFinding(kept: School, done: number) {
  const [tab, setTab] = useState<PlaceTab | null>(null);
  const [panel, setPanel] = useState<string | null>(null);
  const [said, setSaid] = useState<Said>({ done, entered: null, answers: NOTHING_SAID, takenBack: null });
  // The fabric is as it was where only the count is set to what she has said.
  if (said.done !== done && said.entered === done) setSaid({ ...said, done, entered: null });
  else if (said.done !== done)
    setSaid({
      done,
      entered: null,
      answers: NOTHING_SAID,
      takenBack: said.answers.length > 0 ? 'rows' : said.takenBack,
    });
  const [counting, setCounting] = useState<Counting | null>(null);
  const [chosen, setChosen] = useState<School | null>(null);
  const setAnswers = useCallback(
    (answers: readonly Answer[], entered: number | null = null) =>
      setSaid((now) => ({ ...now, answers, entered, takenBack: null })),
    [],
  );
  /** Holds at once; without a network it is asked again on another day. */
  const setSchool = useCallback((school: School) => {
    setChosen(school);
    setSaid((now) => {
      const answers = withoutCounts(now.answers);
      return answers.length < now.answers.length ? { ...now, answers, takenBack: 'school' } : now;
    });
    const yesNo = (value: boolean) => (value ? 'yes' : 'no');
    const body = new URLSearchParams({
      intent: 'school',
      loopCounts: yesNo(school.loopCounts),
      crossingRowIsOne: yesNo(school.crossingRowIsOne),
    });
    void fetch('/knitter.data', { method: 'POST', body }).catch(() => undefined);
  }, []);
  const close = useCallback(() => setTab(null), []);
  return {
    tab,
    setTab,
    panel,
    setPanel,
    answers: said.answers,
    takenBack: said.takenBack,
    setAnswers,
    counting,
    setCounting,
    school: chosen ?? kept,
    setSchool,
    close,
  };
}
