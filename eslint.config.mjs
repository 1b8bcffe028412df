import withNuxt from './.nuxt/eslint.config.mjs'

const coreMayImport = ['zod', 'perfect-freehand', 'svgpath', 'd3-color', 'd3-polygon', 'simplify-js', 'fast-xml-parser']

export default withNuxt(
  { ignores: ['.output/**', '.data/**', '.cache/**', 'test-results/**'] },
  {
    rules: {
      'vue/multi-word-component-names': 'off',
      'vue/html-self-closing': 'off',
      'no-console': ['error', { allow: ['warn', 'error'] }],
      '@typescript-eslint/no-dynamic-delete': 'off',
    },
  },
  {
    files: ['scripts/**', 'bench/**', 'tests/**', 'server/**'],
    rules: { 'no-console': 'off' },
  },
  {
    // The core is pure: no interface, no browser, no Node, no clock, no randomness.
    files: ['core/**/*.ts'],
    ignores: ['core/**/*.test.ts', 'core/**/*.test-helper.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: `^(?!\\.{1,2}/|#core|(?:${coreMayImport.join('|')})$)`,
              message: 'core/ imports only itself, Zod and small libraries that compute or parse.',
            },
            {
              regex: '^(\\.\\./)+(app|server|demo|scripts|tests|bench)/',
              message: 'Arrows point one way: app → core, server → core, never back.',
            },
          ],
        },
      ],
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'navigator',
        'process',
        'Buffer',
        'performance',
        'setTimeout',
        'setInterval',
        'fetch',
        'crypto',
        'localStorage',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Pass randomness in.' },
        { object: 'Date', property: 'now', message: 'Pass the clock in.' },
      ],
    },
  },
)
