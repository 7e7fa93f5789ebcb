import reactHooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

export default tseslint.config(
  {
    ignores: [
      '**/dist/',
      'var/',
      '**/.stryker-tmp/',
      'server/drizzle/',
      'test-results/',
      'playwright-report/',
    ],
  },
  ...tseslint.configs.strict,
  {
    files: ['**/*.{ts,tsx}'],
    rules: {
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_' },
      ],
      '@typescript-eslint/no-invalid-void-type': 'off',
      'max-lines': ['error', { max: 330, skipBlankLines: true, skipComments: true }],
      eqeqeq: ['error', 'always', { null: 'ignore' }],
    },
  },
  {
    // One room writes rows and raises their versions; everybody else asks it to.
    files: ['server/src/**/*.ts'],
    ignores: ['server/src/store/**'],
    rules: {
      'no-restricted-syntax': [
        'error',
        {
          selector:
            "CallExpression[callee.object.name='tx'][callee.property.name=/^(insert|update|delete)$/]",
          message: 'Rows are written by server/src/store.',
        },
        {
          selector:
            "TaggedTemplateExpression[tag.name='sql'] TemplateElement[value.raw=/\\b(insert into|delete from|update \\w+ set)\\b/i]",
          message: 'Rows are written by server/src/store, also in plain SQL.',
        },
      ],
    },
  },
  {
    // A function is one idea. What is drawn on a page reads from top to bottom and may be longer.
    files: ['core/src/**/*.ts', 'contract/src/**/*.ts', 'server/src/**/*.ts', 'web/src/**/*.ts'],
    ignores: ['server/src/demo/**'],
    rules: {
      'max-lines-per-function': ['error', { max: 60, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    files: ['web/src/**/*.tsx'],
    rules: {
      'max-lines-per-function': ['error', { max: 140, skipBlankLines: true, skipComments: true }],
    },
  },
  {
    files: ['web/**/*.{ts,tsx}'],
    plugins: { 'react-hooks': reactHooks },
    rules: { 'react-hooks/rules-of-hooks': 'error', 'react-hooks/exhaustive-deps': 'error' },
  },
  {
    // Code that computes takes a clock; only clock.ts reads the real one.
    files: ['core/src/**/*.ts'],
    rules: {
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now' },
        { object: 'Math', property: 'random' },
      ],
    },
  },
  {
    files: ['core/src/method/data/**', 'server/src/demo/seasons.ts', 'server/src/db/schema.ts'],
    rules: { 'max-lines': 'off' },
  },
  {
    files: ['**/test/**', 'e2e/**'],
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-explicit-any': 'off',
      'max-lines': 'off',
    },
  },
)
