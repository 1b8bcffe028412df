import withNuxt from './.nuxt/eslint.config.mjs'
import { plainCalls } from './lint/plain-calls.mjs'
import { arrows } from './lint/rooms.mjs'

const coreMayImport = [
  'zod',
  'perfect-freehand',
  'tinyqueue',
  'svgpath',
  'd3-color',
  'd3-polygon',
  'clipper2-ts',
  'simplify-js',
  'fast-xml-parser',
  'fflate',
  'number-to-words',
]

/** Calls in which a bare true is a value that is kept or compared, not a switch. */
const valueCalls = ['ref', 'shallowRef', 'useRemembered', 'set', 'String', 'expect', 'toBe', 'toEqual', 'literal']
/** Calls of the platform and of packages, which cannot be given other arguments. */
const packageCalls = ['push', 'simplify', 'readRawBody', 'getUint32', 'setUint32', 'setNoDelay']

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
  // Scripts for others to read print what they find.
  { files: ['docs/scripts/*.mjs'], rules: { 'no-console': 'off' } },
  {
    plugins: { house: { rules: { arrows, 'plain-calls': plainCalls } } },
    rules: {
      'house/plain-calls': ['error', [...valueCalls, ...packageCalls]],
      'max-lines': ['error', { max: 400, skipBlankLines: false, skipComments: false }],
    },
  },
  {
    // A test may stand on anything it checks against, and may be one long list of cases.
    files: ['app/**', 'core/**', 'server/**', 'demo/**', 'scripts/**', 'bench/**'],
    ignores: ['**/*.test.ts', '**/*.test-helper.ts'],
    rules: {
      'house/arrows': 'error',
      'max-lines-per-function': ['error', { max: 60, skipBlankLines: false, skipComments: false }],
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
