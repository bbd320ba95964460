import vue from 'eslint-plugin-vue'
import tseslint from 'typescript-eslint'
import vueParser from 'vue-eslint-parser'

/** Arrows go one way: nothing in a room may import from the rooms named beside it. */
const arrow = (files, forbidden, ignores = []) => ({
  files, ignores,
  rules: { 'no-restricted-imports': ['error', { patterns: forbidden.map(([regex, message]) => ({ regex, message })) }] },
})
const OUT = ['^(node:|fs|path|vue|nuxt|pinia|h3|#|~|@/)|/(app|server|bin|render|demo)/', 'core imports nothing but the language and its libraries']
const UP = rooms => [`^\\.\\./(${rooms.join('|')})/`, 'inside core, color is at the bottom and project at the top']

export default tseslint.config(
  { ignores: ['node_modules', '.nuxt', '.output', '.data', 'throwaway', 'test-results'] },
  ...tseslint.configs.recommended,
  ...vue.configs['flat/recommended'],
  { files: ['**/*.vue'], languageOptions: { parser: vueParser, parserOptions: { parser: tseslint.parser } } },
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_+$', varsIgnorePattern: '^_+$' }],
      'no-console': 'off',
      'vue/multi-word-component-names': 'off',
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/html-self-closing': 'off',
      'vue/first-attribute-linebreak': 'off',
      'vue/html-closing-bracket-newline': 'off',
      'vue/html-indent': 'off',
      'vue/require-default-prop': 'off',
      'vue/attributes-order': 'off',
      'vue/require-explicit-emits': 'error',
    },
  },
  arrow(['core/color/**/*.ts'], [OUT, UP(['harmony', 'extract', 'artwork', 'raster', 'remap', 'formats', 'project'])], ['**/*.test.ts']),
  arrow(['core/harmony/**/*.ts', 'core/extract/**/*.ts', 'core/artwork/**/*.ts', 'core/raster/**/*.ts', 'core/formats/**/*.ts'], [OUT, UP(['remap', 'project'])], ['**/*.test.ts']),
  arrow(['core/remap/**/*.ts'], [OUT, UP(['project'])], ['**/*.test.ts']),
  arrow(['core/project/**/*.ts'], [OUT], ['**/*.test.ts']),
  arrow(['app/**/*.{ts,vue}'], [['/(server|bin|render|demo)/', 'app imports core only']]),
  arrow(['server/**/*.ts', 'render/**/*.ts'], [['/(app|bin|demo)/', 'server and render import core only']], ['**/*.test.ts']),
)
