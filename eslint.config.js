import vue from 'eslint-plugin-vue'
import ts from 'typescript-eslint'

/** Core computes: no clock, no chance, no I/O, nothing from outside itself. */
const PURE = {
  'no-restricted-properties': [
    'error',
    { object: 'Date', property: 'now' },
    { object: 'Math', property: 'random' },
    { object: 'performance', property: 'now' },
  ],
  'no-restricted-syntax': [
    'error',
    {
      selector: "NewExpression[callee.name='Date'][arguments.length=0]",
      message: 'Take the time as an argument.',
    },
  ],
}
const forbid = (...group) => ({
  'no-restricted-imports': [
    'error',
    {
      patterns: [
        { group, message: 'Imports run one way: core ← contracts ← server, core ← contracts ← web.' },
      ],
    },
  ],
})

export default ts.config(
  { ignores: ['**/dist/**', '**/node_modules/**', '.liquamen/**', 'test-results/**'] },
  ...ts.configs.recommended,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: ts.parser } },
    rules: {
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/require-default-prop': 'off',
      'vue/html-indent': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/attributes-order': 'off',
      'vue/attribute-hyphenation': 'off',
      'vue/multi-word-component-names': ['error', { ignores: ['Bench', 'Station', 'Sums', 'Record'] }], // the parts of a technique's room
      'no-undef': 'off',
    },
  },
  {
    rules: {
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true },
      ],
      '@typescript-eslint/no-unused-expressions': ['error', { allowShortCircuit: true, allowTernary: true }],
      'max-lines': ['error', { max: 470, skipBlankLines: true }],
      'no-nested-ternary': 'error',
    },
  },
  {
    // rows of a table have as many columns as they have: those of tests, and of the demo's formulas
    files: ['{core,contracts,server,devices,bench,e2e,scripts}/**/*.{ts,mjs}', 'web/**/*.{ts,vue}'],
    ignores: ['**/*.test.ts', 'server/src/testing/**'],
    rules: { 'max-params': ['error', { max: 4 }] },
  },
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts', '**/*.test-helper.ts'],
    rules: { ...PURE, ...forbid('vue', 'hono*', 'zod', 'node:*', 'drizzle*', 'pg', '@liquamen/*') },
  },
  {
    files: ['contracts/src/**/*.ts'],
    rules: forbid('vue', 'hono*', 'drizzle*', 'pg', '@liquamen/server*', '@liquamen/web*'),
  },
  { files: ['server/src/**/*.ts'], rules: forbid('vue', '@liquamen/web*') },
  {
    files: ['server/src/features/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: forbid('vue', '@liquamen/web*', '../*/**', '!../../**'),
  },
  {
    files: ['web/src/**/*.{ts,vue}'],
    rules: forbid('hono*', 'drizzle*', 'pg', '@liquamen/server*', 'node:*'),
  },
  {
    // the time is the kitchen's that a screen stands in: it is asked of the port, never of this device's clock
    files: ['web/src/**/*.{ts,vue}'],
    ignores: ['web/src/port/**', 'web/src/app/main.ts', 'web/src/testing/**', '**/*.test.ts'],
    rules: forbid('hono*', 'drizzle*', 'pg', '@liquamen/server*', 'node:*', '**/port/clock'),
  },
)
