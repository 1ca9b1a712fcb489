/** Gauge, needles and their fit in words. */
import { never } from '@core/result';
import type { Gauge } from '@core/piece/making';
import type { NeedleAdvice } from '@core/plan/gauge';
import type { NeedleWarning } from '@core/plan/needle-fit';
import { gaugeSpanCm, type Units } from '@core/plan/units';
import { lengthWords } from './measures';

const tenth = (value: number) => Number(value.toFixed(1));
const percent = (share: number) => `${Math.abs(Math.round((share - 1) * 100))} %`;

export function gaugeLine({ stitches, rows }: Gauge, units: Units): string {
  const share = gaugeSpanCm(units) / 10;
  return `${tenth(stitches * share)} st × ${tenth(rows * share)} rows to ${units === 'cm' ? '10 cm' : '4 in'}`;
}

const off = (share: number, more: string, less: string) =>
  Math.abs(share - 1) < 0.005 ? null : `${percent(share)} ${share > 1 ? more : less}`;

export function adviceWords({ sizes, needle, widthShare, heightShare }: NeedleAdvice): string {
  const size = `${needle.mm} mm${needle.us === null ? '' : ` (US ${needle.us})`}`;
  const apart = [off(widthShare, 'wider', 'narrower'), off(heightShare, 'longer', 'shorter')]
    .filter(Boolean)
    .join(' and ');
  const otherwise = apart === '' ? '' : ` With these stitches it would come out ${apart} than wanted.`;
  if (sizes === 0)
    return apart === ''
      ? 'The gauge is as wanted: keep the needle.'
      : `Keep the needle: no other comes nearer.${otherwise}`;
  const count = Math.abs(sizes) === 1 ? 'one size' : `${Math.abs(sizes)} sizes`;
  return `Take a needle ${count} ${sizes > 0 ? 'thicker' : 'thinner'}: ${size}. Then swatch again.${otherwise}`;
}

export function needleWords(warning: NeedleWarning, units: Units): string {
  switch (warning.code) {
    case 'needle-longer-than-round':
      return `A needle of ${lengthWords(warning.lengthCm, units)} is longer than the round (${lengthWords(warning.roundCm, units)}): the stitches would not reach. Take a shorter one, double-pointed needles, or a long cord as a loop.`;
    case 'loop-too-short':
      return `For a loop the cord should be ${lengthWords(warning.atLeastCm, units, 0)} or more; this one has ${lengthWords(warning.lengthCm, units)}.`;
    case 'needle-too-short':
      return `So many stitches are tight on ${lengthWords(warning.lengthCm, units)}: take a needle of ${lengthWords(warning.atLeastCm, units, 0)} or more.`;
    case 'straight-in-the-round':
      return 'Straight needles cannot go round: take a circular one, double-pointed ones, or a long cord as a loop.';
    default:
      return never(warning);
  }
}
