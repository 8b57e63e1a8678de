import tseslint from 'typescript-eslint'
import hooks from 'eslint-plugin-react-hooks'
import a11y from 'eslint-plugin-jsx-a11y'
import prettier from 'eslint-config-prettier'

export default tseslint.config(
  { ignores: ['vitest.config.ts', 'dist', 'data', '.tsbuild', 'node_modules', 'docs'] },
  ...tseslint.configs.strict,
  {
    files: ['**/*.ts', '**/*.tsx'],
    languageOptions: {
      parserOptions: { project: './lint.tsconfig.json', tsconfigRootDir: import.meta.dirname },
    },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/no-misused-promises': ['error', { checksVoidReturn: false }],
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true },
      ],
      '@typescript-eslint/consistent-type-imports': 'error',
      eqeqeq: ['error', 'always', { null: 'ignore' }],
      'no-console': 'error',
    },
  },
  {
    // nothing in core waits, so it has no promise to lose: asking of every call whether it is one is slow
    files: ['core/**/*.ts'],
    ignores: ['core/examples.test.ts'],
    rules: {
      '@typescript-eslint/no-floating-promises': 'off',
      '@typescript-eslint/no-misused-promises': 'off',
      'no-restricted-syntax': [
        'error',
        { selector: ':function[async=true]', message: 'core waits for nothing' },
        { selector: 'Identifier[name="Promise"]', message: 'core waits for nothing' },
        { selector: 'ImportExpression', message: 'core waits for nothing' },
      ],
    },
  },
  {
    files: ['core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': ['error', 'Date', 'console', 'process'],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'core has no randomness without a seed' },
        { object: 'Date', property: 'now', message: 'core has no clock' },
      ],
    },
  },
  {
    files: ['web/**/*.tsx', 'web/**/*.ts'],
    plugins: { 'react-hooks': hooks },
    rules: {
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      // the query toolkit's own way of saying that a question takes nothing
      '@typescript-eslint/no-invalid-void-type': 'off',
    },
  },
  {
    // sizes of letters come from the tokens in web/styles.css; paper has its own, in points
    files: ['web/{form,ui}/*.tsx', 'web/views/{begin,plan,quick,today}/**/*.tsx'],
    ignores: ['web/views/plan/**/*Sheet.tsx'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...[
          'Literal[value=/text-\\[[0-9.]+(rem|px)/]',
          'TemplateElement[value.raw=/text-\\[[0-9.]+(rem|px)/]',
        ].map((selector) => ({
          selector,
          message: 'a size of letters outside the tokens of styles.css',
        })),
      ],
    },
  },
  { files: ['web/**/*.tsx'], ...a11y.flatConfigs.recommended },
  { files: ['bin/**', 'e2e/bench/**'], rules: { 'no-console': 'off' } },
  {
    files: ['**/*.cjs'],
    rules: { '@typescript-eslint/no-require-imports': 'off' },
    languageOptions: { sourceType: 'commonjs' },
  },
  prettier,
)
