import js from '@eslint/js';
import a11y from 'eslint-plugin-jsx-a11y';
import hooks from 'eslint-plugin-react-hooks';
import ts from 'typescript-eslint';

export default ts.config(
  { ignores: ['node_modules', 'fonts', 'src/api/schema.d.ts'] },
  js.configs.recommended,
  ...ts.configs.strictTypeChecked,
  a11y.flatConfigs.recommended,
  hooks.configs.flat['recommended-latest'],
  {
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-non-null-assertion': 'off',
      // What scrolls has to be reached by keys.
      'jsx-a11y/no-noninteractive-tabindex': [
        'error',
        { tags: [], roles: ['region'], allowExpressionValues: true },
      ],
      // The types of the wire are the server's word, not the wire's: a look before a leap is no fault.
      '@typescript-eslint/no-unnecessary-condition': 'off',
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true }],
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreArrowShorthand: true }],
    },
  },
  { files: ['*.js'], extends: [ts.configs.disableTypeChecked] },
);
