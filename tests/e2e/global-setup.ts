import { prepareDatabase, serve, startWorker, testDatabase } from './server'

export default async (): Promise<() => Promise<void>> => {
  const url = testDatabase()
  prepareDatabase(url)
  const served = await serve(url)
  const worker = startWorker(url)
  return async () => {
    worker.kill()
    await served.stop()
  }
}
