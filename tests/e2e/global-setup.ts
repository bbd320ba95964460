import { prepareAll, serve, startWorker, testDatabase } from './server'

export default async (): Promise<() => Promise<void>> => {
  const url = testDatabase()
  await prepareAll(url)
  const served = await serve(url)
  const worker = startWorker(url)
  return async () => {
    worker.kill()
    await served.stop()
  }
}
