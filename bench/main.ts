/** `npm run bench`: every figure is a ratio or a share within this one run, so that a slow machine does not matter. */
import { lookUp } from './look-up';
import { posting } from './posting';
import { reading } from './reading';
import { weight } from './weight';

const lines = [...(await posting()), ...lookUp(), ...reading(), ...weight()];
for (const { what, figure, aim, met } of lines)
  console.log(`${met ? 'met   ' : 'MISSED'}  ${what}: ${figure} (aim: ${aim})`);
process.exit(lines.every(({ met }) => met) ? 0 : 1);
