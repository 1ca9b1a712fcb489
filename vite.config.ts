import { reactRouter } from '@react-router/dev/vite';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'vite';

/** What most pages share comes in two files instead of some forty: a page that wakes asks for every one of them. */
const groups = [
  {
    name: 'frame',
    test: /[\\/]node_modules[\\/](?:react|react-dom|react-router|scheduler)[\\/]/,
    priority: 2,
  },
  { name: 'shared', test: /[\\/](?:core|app|node_modules)[\\/]/, minShareCount: 4, priority: 1 },
];

/** The server's packages come with its build, for Node takes more than a second to gather their files; what is native cannot. */
const IN_THE_BUILD = /^(?!@libsql\/|libsql)/;

export default defineConfig(({ command }) => ({
  plugins: [tailwindcss(), reactRouter()],
  resolve: { tsconfigPaths: true },
  environments: {
    ssr: {
      build: { rollupOptions: { input: './server/start.ts' } },
      resolve: command === 'build' ? { noExternal: IN_THE_BUILD } : {},
    },
    client: { build: { rolldownOptions: { output: { codeSplitting: { groups } } } } },
  },
}));
