import next from '@next/eslint-plugin-next';
import jsxA11y from 'eslint-plugin-jsx-a11y';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['node_modules', '.next', 'data', 'tmp', 'next-env.d.ts', 'playwright-report', 'test-results'] },
  ...tseslint.configs.recommended,
  {
    files: ['**/*.{ts,tsx}'],
    extends: [...tseslint.configs.recommendedTypeCheckedOnly, jsxA11y.flatConfigs.recommended],
    languageOptions: { parserOptions: { project: './tsconfig.json', tsconfigRootDir: import.meta.dirname } },
    plugins: { 'react-hooks': reactHooks, '@next/next': next },
    rules: {
      ...next.configs.recommended.rules,
      ...next.configs['core-web-vitals'].rules,
      'react-hooks/rules-of-hooks': 'error',
      'react-hooks/exhaustive-deps': 'error',
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-non-null-assertion': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { varsIgnorePattern: '^_', argsIgnorePattern: '^_' }],
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/method-signature-style': ['error', 'property'],
      'no-console': ['error', { allow: ['error'] }],
      'no-useless-rename': 'error',
      'object-shorthand': ['error', 'properties'],
      eqeqeq: ['error', 'smart'],
    },
  },
  {
    // what a test reads of a file or an answer is judged by its expectations; jest's matchers are `any`
    files: ['**/*.test.ts', 'tests/**', 'bench/**'],
    rules: Object.fromEntries(
      ['assignment', 'member-access', 'call', 'argument', 'return'].map((what) => [
        `@typescript-eslint/no-unsafe-${what}`,
        'off',
      ]),
    ),
  },
  { files: ['bin/**', 'bench/**', 'demo/make/**'], rules: { 'no-console': 'off' } },
);
