import hooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

/** What core may not touch: the outside world. Imports are held to their layers by .dependency-cruiser.cjs. */
const OUTSIDE = [
  'window',
  'document',
  'localStorage',
  'fetch',
  'setTimeout',
  'setInterval',
  'process',
  'performance',
  'crypto',
  'Worker',
];

export default tseslint.config(
  { ignores: ['build/', 'node_modules/', '.react-router/', '.cache/', 'data/', 'coverage/'] },
  ...tseslint.configs.recommended,
  {
    linterOptions: { reportUnusedDisableDirectives: 'error' },
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      eqeqeq: 'error',
      'no-console': 'off',
    },
  },
  {
    files: ['app/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': hooks },
    rules: hooks.configs.recommended.rules,
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['core/**/*.test.ts', 'core/testing/size.ts'],
    rules: {
      'no-restricted-globals': ['error', ...OUTSIDE],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'core has no clock: take the time as an argument.' },
        { object: 'Math', property: 'random', message: 'core has no randomness of its own.' },
      ],
      'no-restricted-syntax': [
        'error',
        { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: 'core has no clock.' },
      ],
    },
  },
);
