/** For scripts/mutants.sh: the tests that say most about the code, without the long random walks. */
export default {
  testRunner: 'vitest',
  vitest: { configFile: 'scripts/vitest.mutants.config.ts', related: false },
  coverageAnalysis: 'perTest',
  // What runs while a module is loaded would need all tests for each mutant.
  ignoreStatic: true,
  concurrency: 2,
  timeoutMS: 4000,
  reporters: ['clear-text', 'json'],
  jsonReporter: { fileName: '.cache/mutants.json' },
  clearTextReporter: { allowColor: false, reportTests: false, reportMutants: false },
  tempDirName: '.stryker-tmp',
  // The types of Nuxt are made, not part of the project: taken along as they are.
  buildCommand: 'cp -r ../../.nuxt .',
  ignorePatterns: ['.output', '.data', '.cache', 'docs', 'public', 'test-results'],
  disableTypeChecks: false,
  // Words for people are no behaviour.
  mutator: { excludedMutations: ['StringLiteral'] },
}
