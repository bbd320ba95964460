/* Calculator functions of PDF (ISO 32000-1, 7.10.5): a small part of PostScript, on a stack of numbers. */

type Step = number | string | Step[]

/** Maximum number of steps of a program, of its nesting, and of numbers on the stack. */
const MAX_STEPS = 20_000
const MAX_DEPTH = 50
const MAX_STACK = 100

/** The steps of a program, which is given as text between braces. Throws SyntaxError for what is none. */
export const parseCalculator = (text: string): Step[] => {
  const words = text.replace(/%[^\r\n]*/g, ' ').match(/[{}]|[^\s{}]+/g) ?? []
  if (words.length > MAX_STEPS) throw new SyntaxError('The function has too many steps.')
  const stack: Step[][] = [[]]
  for (const word of words) {
    const top = stack[stack.length - 1]!
    if (word === '{') {
      if (stack.length > MAX_DEPTH) throw new SyntaxError('The function is nested too deeply.')
      const own: Step[] = []
      top.push(own)
      stack.push(own)
    } else if (word === '}') {
      if (stack.length < 2) throw new SyntaxError('The function has a brace too many.')
      stack.pop()
    } else top.push(Number.isNaN(Number(word)) ? word : Number(word))
  }
  const [program] = stack[0]!
  if (!Array.isArray(program)) throw new SyntaxError('The function has no program.')
  return program
}

const degrees = (radians: number): number => (radians * 180) / Math.PI
const radians = (angle: number): number => (angle * Math.PI) / 180

const UNARY: Record<string, (a: number) => number> = {
  abs: Math.abs,
  neg: a => -a,
  ceiling: Math.ceil,
  floor: Math.floor,
  round: a => Math.floor(a + 0.5),
  truncate: Math.trunc,
  cvi: Math.trunc,
  cvr: a => a,
  sqrt: a => Math.sqrt(Math.max(0, a)),
  sin: a => Math.sin(radians(a)),
  cos: a => Math.cos(radians(a)),
  ln: a => Math.log(a),
  log: a => Math.log10(a),
  not: a => (a === 0 || a === 1 ? 1 - a : ~a),
}

const BINARY: Record<string, (a: number, b: number) => number> = {
  add: (a, b) => a + b,
  sub: (a, b) => a - b,
  mul: (a, b) => a * b,
  div: (a, b) => (b ? a / b : 0),
  idiv: (a, b) => (b ? Math.trunc(a / b) : 0),
  mod: (a, b) => (b ? a % b : 0),
  exp: (a, b) => a ** b,
  atan: (a, b) => (degrees(Math.atan2(a, b)) + 360) % 360,
  eq: (a, b) => Number(a === b),
  ne: (a, b) => Number(a !== b),
  gt: (a, b) => Number(a > b),
  ge: (a, b) => Number(a >= b),
  lt: (a, b) => Number(a < b),
  le: (a, b) => Number(a <= b),
  and: (a, b) => a & b,
  or: (a, b) => a | b,
  xor: (a, b) => a ^ b,
  bitshift: (a, b) => (b > 0 ? a << b : a >> -b),
}

/**
 * Runs a program on its inputs and returns what is left on the stack, the last of it on top. Truth is 1 and 0. Throws RangeError where
 * the stack runs empty or over, and for operators that do not exist.
 */
export const runCalculator = (program: readonly Step[], inputs: readonly number[]): number[] => {
  const stack = [...inputs]
  const pop = (): number => {
    const top = stack.pop()
    if (top === undefined) throw new RangeError('The stack of the function is empty.')
    return top
  }
  const moves: Record<string, () => void> = {
    true: () => stack.push(1),
    false: () => stack.push(0),
    pop: () => pop(),
    dup: () => stack.push(stack[stack.length - 1] ?? pop()),
    exch: () => stack.push(pop(), pop()),
    copy: () => {
      const count = pop()
      if (count > 0) stack.push(...stack.slice(-count))
    },
    index: () => {
      const depth = pop()
      stack.push(stack[stack.length - 1 - depth] ?? 0)
    },
    roll: () => {
      const [by, count] = [pop(), pop()]
      if (count < 1 || count > stack.length) return
      const part = stack.splice(stack.length - count)
      const at = ((by % count) + count) % count
      stack.push(...part.slice(count - at), ...part.slice(0, count - at))
    },
  }
  const run = (steps: readonly Step[]): void => {
    steps.forEach((step, at) => {
      if (stack.length > MAX_STACK) throw new RangeError('The stack of the function is too large.')
      if (typeof step === 'number') stack.push(step)
      else if (Array.isArray(step)) return
      else if (step === 'if' || step === 'ifelse') {
        const branches = steps.slice(Math.max(0, at - (step === 'if' ? 1 : 2)), at).filter(Array.isArray) as Step[][]
        const chosen = pop() ? branches[0] : branches[1]
        if (chosen) run(chosen)
      } else if (UNARY[step]) stack.push(UNARY[step](pop()))
      else if (BINARY[step]) {
        const b = pop()
        stack.push(BINARY[step](pop(), b))
      } else if (moves[step]) moves[step]()
      else throw new RangeError(`The function has an unknown operator: ${step.slice(0, 20)}`)
    })
  }
  run(program)
  return stack
}
