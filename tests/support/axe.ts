import axe from 'axe-core'
import type { AxeResults, RunOptions } from 'axe-core'
import type { Page } from '@playwright/test'

/** WCAG 2.2 AA, as far as a program can tell, and what it calls good practice. */
const RULES: RunOptions = {
  runOnly: ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa', 'best-practice'],
  rules: {
    // Off by itself there; targets are to be as look.md says: 24 px.
    'target-size': { enabled: true },
  },
}

/** What axe finds on a page, a line for each element. */
export async function findings(page: Page): Promise<string[]> {
  if (!(await page.evaluate(() => 'axe' in window))) await page.evaluate(axe.source)
  const { violations } = (await page.evaluate(
    options => (window as unknown as { axe: typeof axe }).axe.run(document, options),
    RULES,
  )) as AxeResults
  return violations.flatMap(v => v.nodes.map(n => `${v.id}: ${n.target.join(' ')}: ${n.html.slice(0, 160)}`))
}
