import { execFileSync } from 'node:child_process'
import { serve, testDatabase } from './server'

export default async (): Promise<() => Promise<void>> => {
  const url = testDatabase()
  execFileSync('node', ['--import', 'tsx', 'bin/prepare-database.ts'], {
    env: { ...process.env, DATABASE_URL: url },
    stdio: 'inherit',
  })
  const served = await serve(url)
  return served.stop
}
