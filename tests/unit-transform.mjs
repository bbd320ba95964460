import swc from '@swc/jest'

/*
 * How unit tests are compiled. Jest runs each test file in a context of its own, in which every use of a global is a lookup
 * that engines do not optimize; computing on pixels takes 3 to 9 times as long there. So each module takes the globals of
 * plain computing once, as variables. Clocks and timers are left out: tests replace them.
 */
const GLOBALS = [
  ...['Array', 'BigInt', 'Boolean', 'DataView', 'Infinity', 'JSON', 'Map', 'Math', 'NaN', 'Number', 'Object'],
  ...['RegExp', 'Set', 'String', 'Symbol', 'WeakMap', 'WeakSet', 'isFinite', 'isNaN', 'parseFloat', 'parseInt'],
  ...['ArrayBuffer', 'Float32Array', 'Float64Array', 'Int8Array', 'Int16Array', 'Int32Array', 'Uint8Array'],
  ...['Uint8ClampedArray', 'Uint16Array', 'Uint32Array', 'undefined'],
]
const STRICT = '"use strict";'
const TAKEN = `${STRICT}var ${GLOBALS.map(name => `${name}=globalThis.${name}`).join(',')};`

export default {
  createTransformer: options => {
    const compiler = swc.createTransformer(options)
    return {
      ...compiler,
      process: (...file) => {
        const compiled = compiler.process(...file)
        return { ...compiled, code: compiled.code.replace(STRICT, TAKEN) }
      },
    }
  },
}
