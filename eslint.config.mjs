import vue from 'eslint-plugin-vue'
import accessibility from 'eslint-plugin-vuejs-accessibility'
import tseslint from 'typescript-eslint'
import vueParser from 'vue-eslint-parser'

/* Style. Prettier lays out the code; which room may import from which is checked by .dependency-cruiser.mjs. */
export default tseslint.config(
  { ignores: ['node_modules', '.nuxt', '.output', '.data', 'throwaway', 'test-results'] },
  ...tseslint.configs.recommended,
  ...vue.configs['flat/recommended'],
  ...accessibility.configs['flat/recommended'],
  { files: ['**/*.vue'], languageOptions: { parser: vueParser, parserOptions: { parser: tseslint.parser } } },
  {
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_+$', varsIgnorePattern: '^_+$' }],
      'max-len': ['error', { code: 140 }],
      'vue/multi-word-component-names': 'off',
      'vue/require-default-prop': 'off',
      'vue/require-explicit-emits': 'error',
      'vue/return-in-computed-property': 'off', // the types say whether every case is there
      'vuejs-accessibility/label-has-for': [
        'error',
        { controlComponents: ['SelectField', 'NumberField', 'TypedField'], required: { some: ['nesting', 'id'] } },
      ],
      'vue/html-self-closing': ['error', { html: { void: 'always', normal: 'always', component: 'always' } }],
      // Laid out by Prettier in its own way:
      'vue/max-attributes-per-line': 'off',
      'vue/singleline-html-element-content-newline': 'off',
      'vue/multiline-html-element-content-newline': 'off',
      'vue/html-indent': 'off',
      'vue/html-closing-bracket-newline': 'off',
    },
  },
  // Numeric code reads typed arrays by indices that are in range by construction; everywhere else what may be missing is handled.
  {
    files: ['core/**/*.ts', 'demo/**/*.ts', 'tests/**/*.ts', '**/*.test.ts'],
    rules: { '@typescript-eslint/no-non-null-assertion': 'off' },
  },
)
