/** `npm run schema`: writes the schemas of our files in docs/ from those that the app uses. */
import fs from 'node:fs';
import path from 'node:path';
import { build } from 'esbuild';
import { ROOT } from './prepare.mjs';

const { outputFiles } = await build({
  absWorkingDir: ROOT,
  stdin: {
    contents:
      "import { z } from 'zod'; import { patternFileSchema } from './core/formats/schema'; import { pieceFileSchema } from './core/formats/piece-schema'; export default { 'pattern-2': z.toJSONSchema(patternFileSchema), 'piece-7': z.toJSONSchema(pieceFileSchema) };",
    resolveDir: ROOT,
    loader: 'ts',
  },
  bundle: true,
  write: false,
  platform: 'node',
  format: 'esm',
});
const code = Buffer.from(outputFiles[0].contents).toString('base64');
const { default: schemas } = await import(`data:text/javascript;base64,${code}`);
for (const [name, schema] of Object.entries(schemas))
  fs.writeFileSync(path.join(ROOT, `docs/${name}.schema.json`), `${JSON.stringify(schema, null, 2)}\n`);
