import { existsSync, readFileSync } from 'node:fs'

/* Adds up the reports of a test run and says the sum; fails where anything did. */
const folder = process.argv[2]
const read = name => (existsSync(`${folder}/${name}`) ? readFileSync(`${folder}/${name}`, 'utf8') : null)

const checks = (read('checks') ?? '').trim().split('\n')
const jest = JSON.parse(read('jest.json') ?? '{"numPassedTests":0,"numFailedTests":1,"numFailedTestSuites":0}')
const playwright = JSON.parse(
  read('playwright.json') ?? '{"stats":{"expected":0,"unexpected":1,"flaky":0},"suites":[]}',
)
const e2e = playwright.stats

const passed = jest.numPassedTests + e2e.expected + e2e.flaky + checks.filter(check => check === 'pass').length
const failed = jest.numFailedTests + e2e.unexpected + checks.filter(check => check === 'fail').length
/* A browser test that passed at its second try is passed, and named, so that it is mended. */
const specsOf = suite => [...(suite.specs ?? []), ...(suite.suites ?? []).flatMap(specsOf)]
for (const { file, line, title, tests } of playwright.suites.flatMap(specsOf))
  if (tests.some(({ status }) => status === 'flaky')) console.log(`Passed at the second try: ${file}:${line} ${title}`)

console.log(`${passed} passed, ${failed} failed`)
process.exitCode = failed ? 1 : 0
