/** A row of increases or decreases in words: "work 2, *make 1, work 4; repeat from * 14 more times, make 1, work 2". */
import type { SpreadPhrase } from '@core/plan/even';

export function spreadWords(phrases: readonly SpreadPhrase[], does: 'increase' | 'decrease'): string {
  const deed = does === 'increase' ? 'make 1' : 'work 2 together';
  const parts = phrases.map(({ times, work, act }) => {
    const one = [...(work > 0 ? [`work ${work}`] : []), ...(act >= 0 ? [deed] : [])].join(', ');
    return times > 1 ? `*${one}; from * ${times} times in all` : one;
  });
  return `${parts.join(', then ')}.`;
}
