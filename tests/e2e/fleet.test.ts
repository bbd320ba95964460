import { expect, test } from '@playwright/test'
import { execFile } from 'node:child_process'
import { promisify } from 'node:util'

test('three servers and two workers behind a load balancer: one of each is killed, and nothing is lost @full', async () => {
  const port = Number(process.env.TEST_PORT ?? 4190) + 110
  const { stdout } = await promisify(execFile)(
    process.execPath,
    ['--import', 'tsx', 'tests/fleet/run.ts', '9', String(port)],
    { env: { ...process.env, FLEET_CLUSTER: 'test-postgres' } },
  )
  expect(stdout).toContain('nothing acknowledged is lost')
  expect(stdout).not.toContain('✗')
})
