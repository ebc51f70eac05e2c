import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import globals from 'globals'
import tseslint from 'typescript-eslint'

/** The topics of core from the ground up: each may import only those before it, and only through their face. */
const CORE_TOPICS = [
  'imei',
  'clocks',
  'secret',
  'shop',
  'decision',
  'price',
  'catalog',
  'twin',
  'method',
  'drawing',
  'hand',
  'results',
  'supply',
  'diagnosis',
  'account',
  'facts',
  'route',
  'carrier',
  'job',
]

/** What a browser or Node has beside the language: core runs in both and uses neither. */
const NOT_OF_THE_LANGUAGE = Object.keys({ ...globals.browser, ...globals.node }).filter(
  (name) => !(name in globals.builtin),
)

const restrict = (...patterns) => ({ 'no-restricted-imports': ['error', { patterns }] })
const throughTheFace = {
  regex: '^\\.\\./[a-z-]+/(?!index\\.ts$)',
  message: 'Import another topic through its index.ts.',
}
const nothingOfOurs = { regex: '^@benevox/|^(\\.\\./){2,}', message: 'Core imports nothing of ours.' }
const notAbove = (topic) => {
  const above = CORE_TOPICS.slice(CORE_TOPICS.indexOf(topic))
  return {
    regex: `^\\.\\./(${above.join('|')})/`,
    message: `${topic} imports only topics below it: arrows point down.`,
  }
}
const noMachine = { regex: '^node:|^vue|^express|^typeorm', message: 'Core has no I/O and no interface.' }

export default tseslint.config(
  { ignores: ['**/node_modules', '**/dist', '.benevox'] },
  ...tseslint.configs.strict,
  ...vue.configs['flat/recommended'],
  { files: ['**/*.vue'], languageOptions: { parserOptions: { parser: tseslint.parser } } },
  { languageOptions: { globals: { ...globals.browser, ...globals.node } } },
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/consistent-type-imports': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      eqeqeq: 'error',
    },
  },
  ...CORE_TOPICS.map((topic) => ({
    files: [`core/src/${topic}/**/*.ts`],
    ignores: ['**/*.test.ts'],
    rules: {
      ...restrict(throughTheFace, nothingOfOurs, notAbove(topic), noMachine),
      'no-restricted-globals': ['error', ...NOT_OF_THE_LANGUAGE],
      'no-restricted-properties': [
        'error',
        { object: 'Date', property: 'now', message: 'Time is handed in.' },
        { object: 'Math', property: 'random', message: 'A seeded generator is handed in.' },
      ],
    },
  })),
  {
    files: ['contract/src/**/*.ts'],
    rules: restrict({
      regex: '^@benevox/(server|web)|/(server|web)/',
      message: 'The contract stands on core alone.',
    }),
  },
  {
    files: ['server/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: restrict({
      regex: '^@benevox/web|/(web|demo|e2e)/',
      message: 'The server stands on contract and core.',
    }),
  },
  {
    files: ['web/src/**/*.{ts,vue}'],
    ignores: ['**/*.test.ts'],
    rules: restrict({
      regex: '^@benevox/server|/(server|demo|e2e)/',
      message: 'The interface stands on contract and core.',
    }),
  },
  {
    // What is read on a screen is said through the room of the words.
    files: ['web/src/**/*.vue'],
    rules: {
      'vue/no-bare-strings-in-template': [
        'error',
        {
          allowlist: [
            ...'·:;,.()%×→←↔↑↓*=+-–—…/?✓✕▮▸›↵“”0123456789ABCDEFGHIJKLMNOPQRSTUVWXYZ',
            'PDF',
            'JSON Schema',
            'Benevox',
            '← →',
          ],
          attributes: {
            '/.+/': [
              'label',
              'title',
              'aria-label',
              'aria-placeholder',
              'placeholder',
              'alt',
              'hint',
              'says',
            ],
          },
        },
      ],
      'vue/no-restricted-syntax': [
        'error',
        ...[
          'ConditionalExpression > Literal.consequent[value=/\\p{L}{2} \\p{L}|^\\p{Lu}\\p{Ll}/u]',
          'ConditionalExpression > Literal.alternate[value=/\\p{L}{2} \\p{L}|^\\p{Lu}\\p{Ll}/u]',
          'LogicalExpression > Literal.right[value=/\\p{L}{2} \\p{L}|^\\p{Lu}\\p{Ll}/u]',
          'TemplateElement[value.raw=/\\p{L}{2} /u]',
        ].map((bare) => ({
          selector: `VElement > VExpressionContainer ${bare}`,
          message: 'Say it through the room of the words.',
        })),
      ],
    },
  },
  prettier,
)
