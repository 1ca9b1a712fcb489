/**
 * `npm run bench`: every figure is a ratio or a share within this one run, so that a slow machine does not matter. Names of
 * parts as arguments run those alone.
 */
import { doors } from './doors';
import { fabric } from './fabric';
import { fullBench } from './full-bench';
import { kills } from './kills';
import { longJournal } from './long-journal';
import { lookUp } from './look-up';
import { mendLines } from './mend';
import type { Line } from './numbers';
import { place } from './place';
import { posting } from './posting';
import { reading } from './reading';
import { tappingLines } from './tapping';
import { weight } from './weight';

const parts = [
  posting,
  doors,
  kills,
  fullBench,
  longJournal,
  lookUp,
  reading,
  fabric,
  place,
  mendLines,
  weight,
  tappingLines,
];
const names = process.argv.slice(2);
const lines: Line[] = [];
for (const part of parts) if (names.length === 0 || names.includes(part.name)) lines.push(...(await part()));
for (const { what, figure, aim, met } of lines)
  console.log(`${met ? 'met   ' : 'MISSED'}  ${what}: ${figure} (aim: ${aim})`);
process.exit(lines.every(({ met }) => met) ? 0 : 1);
