import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';
import directions from './eslint/import-directions.mjs';

export default tseslint.config(
  { ignores: ['**/dist/', '**/node_modules/', '.pelkin/', 'test-results/', 'playwright-report/'] },
  ...tseslint.configs.recommended,
  {
    files: ['**/*.{ts,tsx,mjs}'],
    plugins: { pelkin: { rules: { 'import-directions': directions } } },
    rules: {
      'pelkin/import-directions': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': 'error',
      eqeqeq: 'error',
      'no-console': 'error',
      'prefer-const': 'error',
    },
  },
  { files: ['bin/**'], rules: { 'no-console': 'off' } },
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['node:*', 'react', 'react-dom', 'fs', 'path'],
              message: 'the core runs in a page, a worker and on the server alike',
            },
          ],
        },
      ],
      'no-restricted-globals': ['error', 'window', 'document', 'process', 'fetch', 'localStorage'],
    },
  },
  {
    files: ['web/src/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: reactHooks.configs.recommended.rules,
  },
);
