import { prepareDatabase, serve, testDatabase } from './server'

export default async (): Promise<() => Promise<void>> => {
  const url = testDatabase()
  prepareDatabase(url)
  const served = await serve(url)
  return served.stop
}
