import prettier from 'eslint-config-prettier'
import vue from 'eslint-plugin-vue'
import globals from 'globals'
import ts from 'typescript-eslint'

export default ts.config(
  { ignores: ['dist', 'src/api/generated.ts'] },
  ...ts.configs.strict,
  ...vue.configs['flat/recommended'],
  {
    files: ['**/*.vue'],
    languageOptions: { parserOptions: { parser: ts.parser } },
  },
  {
    languageOptions: { globals: globals.browser },
    rules: {
      '@typescript-eslint/no-explicit-any': 'error',
      'vue/multi-word-component-names': 'off',
      'vue/define-props-declaration': ['error', 'type-based'],
    },
  },
  {
    // A spec mounts small components of its own to try a composable in.
    files: ['**/*.spec.ts'],
    rules: { 'vue/one-component-per-file': 'off', 'vue/require-prop-types': 'off' },
  },
  prettier,
)
