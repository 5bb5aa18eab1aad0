import astro from 'eslint-plugin-astro';
import a11y from 'eslint-plugin-jsx-a11y';
import tseslint from 'typescript-eslint';

const packing = {
  selector: 'ObjectExpression > SpreadElement > ObjectExpression',
  message: 'write the fields themselves',
};

const castToNever = { selector: 'TSAsExpression > TSNeverKeyword', message: 'a cast says what a thing is' };

export default tseslint.config(
  { ignores: ['dist', '.astro', '.demo', 'data', 'node_modules', 'coverage', '.stryker'] },
  ...tseslint.configs.recommended,
  ...astro.configs.recommended,
  { files: ['src/**/*.tsx'], ...a11y.flatConfigs.recommended },
  {
    files: ['**/*.{ts,tsx,mjs}'],
    rules: {
      eqeqeq: ['error', 'always'],
      'no-console': ['error', { allow: ['error', 'warn'] }],
      '@typescript-eslint/no-unused-vars': [
        'error',
        { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true },
      ],
      '@typescript-eslint/consistent-type-imports': 'error',
      // An object that is spread where it stands is packing: its fields stand there by themselves.
      'no-restricted-syntax': ['error', packing],
      // A name field that is to be typed first takes the focus on a page made for that.
      'jsx-a11y/no-autofocus': 'off',
    },
  },
  {
    files: ['src/**/*.{ts,tsx}'],
    ignores: ['**/*.test.ts'],
    rules: { 'no-restricted-syntax': ['error', packing, castToNever] },
  },
  { files: ['src/**/*.tsx'], rules: { 'jsx-a11y/no-noninteractive-tabindex': 'off' } },
  // What the compiler knows: a promise that nobody waits for, a kind that a switch forgets.
  {
    files: ['**/*.{ts,tsx}'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/no-floating-promises': 'error',
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: false, allowDefaultCaseForExhaustiveSwitch: false },
      ],
    },
  },
  {
    files: ['scripts/**', 'bench/**', 'src/cli/**', 'src/demo/**', 'e2e/**', 'testing/fuzz/**'],
    rules: { 'no-console': 'off' },
  },
  // The core has no clock, no random and nothing from outside.
  {
    files: ['src/core/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-globals': [
        'error',
        'process',
        'fetch',
        'setTimeout',
        'setInterval',
        'performance',
        'crypto',
        'console',
      ],
      'no-restricted-syntax': [
        'error',
        packing,
        castToNever,
        { selector: "MemberExpression[object.name='Date'][property.name='now']", message: 'now is an argument' },
        { selector: "NewExpression[callee.name='Date'][arguments.length=0]", message: 'now is an argument' },
        { selector: "MemberExpression[object.name='Math'][property.name='random']", message: 'the core is not random' },
        { selector: 'AwaitExpression', message: 'the core is not async' },
      ],
    },
  },
);
