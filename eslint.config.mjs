import withNuxt from './.nuxt/eslint.config.mjs'

/** A line is read at a glance; what somebody reads on a screen is not broken off for it. */
const LINES = {
  code: 120,
  ignoreStrings: true,
  ignoreTemplateLiterals: true,
  ignoreRegExpLiterals: true,
  ignoreUrls: true,
}
/** Tables of data: a row stays a row. */
const TABLES = [
  'core/reference/species-rows.ts', 'core/reference/glues.ts', 'core/reference/clamps.ts', 'core/hardware/ways-out.ts',
  'core/cause/causes.ts', 'core/cause/fault-causes.ts',
]

export default withNuxt({
  rules: {
    '@typescript-eslint/no-explicit-any': 'error',
    'curly': ['error', 'multi-line', 'consistent'],
    'vue/multi-word-component-names': 'off',
    'vue/max-attributes-per-line': 'off',
    'vue/singleline-html-element-content-newline': 'off',
    'vue/html-closing-bracket-newline': 'off',
    'vue/first-attribute-linebreak': 'off',
    'vue/no-ref-as-operand': 'error',
    '@stylistic/max-statements-per-line': 'off',
    '@stylistic/no-mixed-operators': 'off',
    '@stylistic/max-len': ['error', LINES],
    '@typescript-eslint/no-unused-vars': ['error', { varsIgnorePattern: '^_', argsIgnorePattern: '^_' }],
  },
}, {
  files: ['**/*.vue'],
  rules: {
    '@stylistic/max-len': 'off',
    'vue/max-len': ['error', { ...LINES, template: 120, ignoreHTMLAttributeValues: true, ignoreHTMLTextContents: true }],
  },
}, {
  files: TABLES,
  rules: { '@stylistic/max-len': 'off' },
}, { ignores: ['.output/**', '.nuxt/**', '.shots/**', 'docs/**'] })
