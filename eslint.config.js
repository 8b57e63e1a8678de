import tseslint from 'typescript-eslint'
import hooks from 'eslint-plugin-react-hooks'
import a11y from 'eslint-plugin-jsx-a11y'
import prettier from 'eslint-config-prettier'

export default tseslint.config(
  { ignores: ['vitest.config.ts', 'dist', 'data', '.tsbuild', 'node_modules', 'docs', '**/*.as.ts'] },
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
    // letters, spaces, heights and colours come from web/styles.css and web/ui; paper has its own, in points
    files: ['web/**/*.tsx'],
    ignores: ['web/views/plan/**/*Sheet.tsx', 'web/views/work/Sheet.tsx', '**/*.test.tsx'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ...[
          [String.raw`text-\[[0-9.a-z(]+|text-(xs|sm|base|lg|xl|[2-9]xl)(\s|$)`, 'a size of letters'],
          [
            String.raw`(^|\s|:)-?(p|px|py|pt|pb|pl|pr|m|mx|my|mt|mb|ml|mr|gap|gap-x|gap-y|space-x|space-y)-(1\.5|2\.5|5|7|8|9|1[1-9]|[2-9][0-9])(\s|$)`,
            'a space',
          ],
          [String.raw`min-h-\[(?!(44|48|52|56|88|170|300)px)`, 'a height'],
          [String.raw`\[#[0-9a-fA-F]{3,8}`, 'a colour'],
        ].flatMap(([pattern, what]) =>
          [`Literal[value=/${pattern}/]`, `TemplateElement[value.raw=/${pattern}/]`].map((selector) => ({
            selector,
            message: `${what} outside the tokens`,
          })),
        ),
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
