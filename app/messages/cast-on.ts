/** Words for the cast-on and its count. */
import { never } from '@core/result';
import type { CountFinding, MarkerGroup } from '@core/plan/cast-on';
import { stitches } from './numbers';

export const groupName = ({ name, part }: MarkerGroup) =>
  part === null ? name : `${name}, ${part.of === 'repeats' ? 'repeat' : 'stretch'} ${part.number}`;

export function miscountWords(finding: CountFinding, groups: readonly MarkerGroup[]): string {
  const named = (index: number) => groupName(groups[index] as MarkerGroup);
  switch (finding.code) {
    case 'all-right':
      return 'All right: every count is as it should be.';
    case 'marker-astray': {
      const { index, by } = finding;
      const [from, to] = by > 0 ? [index, index + 1] : [index + 1, index];
      return `The marker between ${named(index)} and ${named(index + 1)} hangs ${stitches(Math.abs(by))} astray: move it so that ${named(from)} loses ${Math.abs(by)} to ${named(to)}. The total is right.`;
    }
    case 'group-off': {
      const { index, has, needs } = finding;
      return has < needs
        ? `${named(index)} has ${has} and needs ${needs}: cast on ${needs - has} more there, or make ${needs - has} in row 1.`
        : `${named(index)} has ${has} and needs ${needs}: take ${has - needs} off there, or work ${needs === 0 ? 'them' : `${has - needs} of them`} together in row 1.`;
    }
    default:
      return never(finding);
  }
}
