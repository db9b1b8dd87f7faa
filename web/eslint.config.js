import js from '@eslint/js'
import stylistic from '@stylistic/eslint-plugin'
import jsxA11y from 'eslint-plugin-jsx-a11y'
import reactHooks from 'eslint-plugin-react-hooks'
import tseslint from 'typescript-eslint'

/** Which way imports may run; every breach is reported. */
const never = (files, group, message) => ({
  files, rules: { 'no-restricted-imports': ['error', { patterns: [{ group, message }] }] },
})

export default tseslint.config(
  { ignores: ['dist', 'public', 'src/lib/schema.d.ts'] },
  js.configs.recommended,
  ...tseslint.configs.strictTypeChecked,
  reactHooks.configs.flat.recommended,
  jsxA11y.flatConfigs.strict,
  // How it is laid out; `eslint --fix` does it. Several small elements may share a line, as words of a sentence do.
  {
    ...stylistic.configs.customize({ semi: false, arrowParens: true, braceStyle: '1tbs' }),
    files: ['**/*.{ts,tsx}'],
  },
  {
    files: ['**/*.{ts,tsx}'],
    rules: {
      '@stylistic/jsx-one-expression-per-line': 'off',
      '@stylistic/jsx-max-props-per-line': 'off',
      '@stylistic/jsx-first-prop-new-line': 'off',
      '@stylistic/multiline-ternary': 'off',
      '@stylistic/list-style': 'off',
      '@stylistic/max-statements-per-line': ['error', { max: 4 }],
      '@stylistic/member-delimiter-style': 'off',
    },
  },
  {
    files: ['**/*.{ts,tsx}'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true }],
      // What stands on a page is said by a message (lib/say), so that it can be told in every language.
      'no-restricted-syntax': ['error',
        { selector: 'JSXText[value=/[A-Za-z]{2}/]', message: "Say it: {say('…')}." },
        { selector: 'JSXAttribute[name.name=/^(aria-label|title|placeholder|alt|label|hint|legend|under|empty)$/] > Literal[value=/[A-Za-z]{2}/]', message: "Say it: {say('…')}." },
        { selector: 'Property[key.name=/^(label|says|hint|title)$/] > Literal[value=/[A-Za-z]{2}/]', message: "Say it: say('…')." }],
      // Our controls are wrapped (Field), which the rule cannot look into.
      'jsx-a11y/label-has-associated-control': 'off',
    },
  },
  never(['src/features/**'], ['@/features/*', '../../*', '@/app/*'], 'Features meet only in app/.'),
  never(['src/ui/**'], ['@/features/*', '@/app/*'], 'ui/ knows no view.'),
  never(['src/lib/**'], ['@/*', 'react', 'react-dom'], 'lib/ is plain TypeScript.'),
  { files: ['**/*.js'], extends: [tseslint.configs.disableTypeChecked] },
)
