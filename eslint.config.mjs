import nextVitals from 'eslint-config-next/core-web-vitals';
import nextTypescript from 'eslint-config-next/typescript';
import prettier from 'eslint-config-prettier';

const config = [
  ...nextVitals,
  ...nextTypescript,
  prettier,
  { ignores: ['.next/**', 'node_modules/**', '.data/**', 'next-env.d.ts', 'test-results/**', 'playwright-report/**', 'public/**'] },
  {
    rules: {
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      'no-console': 'off',
      'max-lines': ['warn', { max: 320, skipBlankLines: true, skipComments: true }],
    },
  },
  { files: ['**/*.test.ts'], rules: { 'max-lines': 'off' } },
  // One loop, kept in one place: taken apart it would allocate at every step.
  { files: ['src/core/ride/kernel.ts'], rules: { 'max-lines': ['warn', { max: 360, skipBlankLines: true, skipComments: true }] } },
  {
    // A figure stays a figure until `say` prints it: put into a plain text it would be printed as an object.
    files: ['src/{judgement,schema,server,ui}/**/*.{ts,tsx}'],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/restrict-template-expressions': [
        'error',
        { allowNumber: true, allowBoolean: true, allowNullish: true, allowAny: true },
      ],
      '@typescript-eslint/no-base-to-string': 'error',
    },
  },
  {
    files: ['src/core/**'],
    rules: { 'no-console': 'error', 'no-restricted-globals': ['error', 'Date', 'performance', 'fetch', 'window', 'process'] },
  },
];
export default config;
