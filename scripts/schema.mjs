/** `npm run schema`: writes docs/pattern-1.schema.json from the schema that the app uses. */
import fs from 'node:fs';
import path from 'node:path';
import { build } from 'esbuild';
import { ROOT } from './prepare.mjs';

const { outputFiles } = await build({
  absWorkingDir: ROOT,
  stdin: {
    contents:
      "import { z } from 'zod'; import { patternFileSchema } from './core/formats/schema'; export default z.toJSONSchema(patternFileSchema);",
    resolveDir: ROOT,
    loader: 'ts',
  },
  bundle: true,
  write: false,
  platform: 'node',
  format: 'esm',
});
const code = Buffer.from(outputFiles[0].contents).toString('base64');
const { default: schema } = await import(`data:text/javascript;base64,${code}`);
fs.writeFileSync(path.join(ROOT, 'docs/pattern-1.schema.json'), `${JSON.stringify(schema, null, 2)}\n`);
