/** What is kept while she looks for her place: the way, the panel, what she has said, how she counts. */
import { useCallback, useState } from 'react';
import type { Answer } from '@core/place/belief';
import type { School } from '@core/place/count';
import type { Counting } from './place/counting';
import type { PlaceTab } from './place/props';

const NOTHING_SAID: readonly Answer[] = [];

/**
 * @param kept how she counts, as it is kept
 * @param done rows that the journal has: what was said of the fabric holds for as long as no other row is done
 */
export function useFinding(kept: School, done: number) {
  const [tab, setTab] = useState<PlaceTab | null>(null);
  const [panel, setPanel] = useState<string | null>(null);
  const [said, setSaid] = useState({ done, answers: NOTHING_SAID });
  const [counting, setCounting] = useState<Counting | null>(null);
  const [chosen, setChosen] = useState<School | null>(null);
  const setAnswers = useCallback(
    (answers: readonly Answer[], of = done) => setSaid({ done: of, answers }),
    [done],
  );
  /** Holds at once; without a network it is asked again on another day. */
  const setSchool = useCallback((school: School) => {
    setChosen(school);
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
    answers: said.done === done ? said.answers : NOTHING_SAID,
    setAnswers,
    counting,
    setCounting,
    school: chosen ?? kept,
    setSchool,
    close,
  };
}
