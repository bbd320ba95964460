import { whileUnderway } from './progress'

it('hears how far work is until it ends, and nothing that comes after its answer', async () => {
  const heard: number[] = []
  let late: (part: number) => void = () => {}
  const work = async (says: (part: number) => void): Promise<string> => {
    says(0.2)
    late = says
    await Promise.resolve()
    says(0.9)
    return 'done'
  }
  expect(await whileUnderway(part => heard.push(part), work)).toBe('done')
  late(0.93)
  expect(heard).toEqual([0.2, 0.9])
  await expect(
    whileUnderway(
      part => heard.push(part),
      says => {
        late = says
        return Promise.reject(new Error('gone'))
      },
    ),
  ).rejects.toThrow('gone')
  late(0.95)
  expect(heard).toEqual([0.2, 0.9])
})
