import { readJson } from './json'

const statusOf = (text: string): number => {
  try {
    readJson(text)
    return 200
  } catch (error) {
    return (error as { statusCode: number }).statusCode
  }
}

describe('JSON that comes in', () => {
  it.each([
    ['{"a":[1,2,{"b":"c"}]}', { a: [1, 2, { b: 'c' }] }],
    ['"[[[[{{{{,,,,"', '[[[[{{{{,,,,'],
    ['"a \\" quote, and \\\\"', 'a " quote, and \\'],
    ['"nul \\u0000 and half \\ud83d and half \\uDE00"', 'nul \uFFFD and half \uFFFD and half \uFFFD'],
    ['"whole \\ud83d\\ude00, escaped \\\\u0000"', 'whole 😀, escaped \\u0000'],
    ['"\\ud83d\\ud83d\\ude00"', '\uFFFD😀'],
  ])('%s is read as it is meant', (text, value) => expect(readJson(text)).toEqual(value))

  it.each([
    ['', 400],
    ['{', 400],
    ['"never closed', 400],
    ['"\\', 400],
    [`${'['.repeat(64)}${']'.repeat(64)}`, 200],
    [`${'['.repeat(65)}${']'.repeat(65)}`, 413],
    ['{"a":'.repeat(100_000), 413],
    [`[${'0,'.repeat(499_998)}0]`, 200],
    [`[${'0,'.repeat(500_001)}0]`, 413],
    ['{},'.repeat(1_000_000), 413],
  ])('what is too much, or none, is refused', (text, status) => expect(statusOf(text)).toBe(status))
})
