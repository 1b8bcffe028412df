import { readFileSync } from 'node:fs'

/** Prints "passed failed" of a Vitest or Playwright JSON report; "0 1" where there is none. */
try {
  const report = JSON.parse(readFileSync(process.argv[2], 'utf8'))
  const stats = report.stats
  if (stats) console.log(stats.expected + stats.flaky, stats.unexpected)
  else
    console.log(
      report.numPassedTests,
      report.numFailedTests + report.numFailedTestSuites * (report.numFailedTests ? 0 : 1),
    )
} catch {
  console.log(0, 1)
}
