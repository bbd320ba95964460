/**
 * Writes `docs/words.md`: every sentence, label and message that the product shows or prints, by file, so that they can be
 * read (and edited) in one go. Read from the sources: text and attributes of templates, and strings in scripts.
 */
import { parse, type SFCTemplateBlock } from '@vue/compiler-sfc'
import { readFileSync, readdirSync, writeFileSync } from 'node:fs'
import ts from 'typescript'

const ROOTS = ['app', 'core', 'server', 'render', 'bin', 'demo']
/** Attributes that a person sees or hears. */
const SPOKEN =
  /^(aria-(label|description|roledescription|placeholder|valuetext)|alt|title|label|placeholder|hint|name|heading|text|button)$/
/** Nodes of a template, as far as they are read here; the numbers are those of the compiler. */
interface TemplateNode {
  type: number
  content?: string | { content: string }
  children?: TemplateNode[]
  props?: { type: number; name: string; value?: { content: string }; exp?: { content: string } }[]
}
const ELEMENT = 1
const TEXT = 2
const INTERPOLATION = 5
const ATTRIBUTE = 6

/** Returns whether people read a string: words with a blank between them, or one capitalized word. */
function isForPeople(text: string): boolean {
  const plain = text.replaceAll('{…}', '').trim()
  if (!/\p{L}{2}/u.test(plain)) return false
  if (/^[\w./#@-]+$/.test(plain)) return /^[A-Z][a-z]+$/.test(plain)
  // Class names, selectors, paths and SQL are no words.
  if (
    /^(select|insert|update|delete|create|alter|with|drop|grant|listen|begin)\b[\s\S]*\b(from|into|set|table|as|index|on)\b/i.test(
      plain,
    )
  )
    return false
  if (/[<>{}[\]=;\\|]|\(\?|--|::|^\.|^#|\/\*/.test(plain)) return /[.!?]$/.test(plain) && /\s\p{L}+\s/u.test(plain)
  if (/^[a-z0-9:_[\]()./%-]+(\s[a-z0-9:_[\]()./%!-]+)*$/.test(plain) && /(^|\s)\S*[-:[]\S*/.test(plain))
    return /[.!?]$/.test(plain)
  return /\s/.test(plain)
}

/** The string literals of a script that people read, in the order of the source. */
function stringsOf(source: string, name: string): string[] {
  const found: string[] = []
  const visit = (node: ts.Node) => {
    if (ts.isImportDeclaration(node) || ts.isExportDeclaration(node) || ts.isTypeNode(node)) return
    if (ts.isTaggedTemplateExpression(node)) return
    if (ts.isStringLiteralLike(node)) found.push(node.text)
    else if (ts.isTemplateExpression(node))
      found.push(node.head.text + node.templateSpans.map(span => `{…}${span.literal.text}`).join(''))
    ts.forEachChild(node, visit)
  }
  visit(ts.createSourceFile(name, source, ts.ScriptTarget.Latest, true))
  return found.filter(isForPeople)
}

/** The text, spoken attributes and strings in expressions of a template. */
function templateWords(template: SFCTemplateBlock): string[] {
  const found: string[] = []
  const visit = (node: TemplateNode) => {
    // Text with something set in between is one sentence.
    let run = ''
    const flush = () => {
      if (/\p{L}{2}/u.test(run.replaceAll('{…}', ''))) found.push(run.trim())
      run = ''
    }
    if (node.type === ELEMENT)
      for (const prop of node.props ?? []) {
        if (prop.type === ATTRIBUTE) {
          if (SPOKEN.test(prop.name) && prop.value && /\p{L}{2}/u.test(prop.value.content))
            found.push(prop.value.content)
        } else if (prop.exp && !['class', 'style'].includes(prop.name))
          found.push(...stringsOf(`(${prop.exp.content})`, 'x.ts'))
      }
    for (const child of node.children ?? []) {
      if (child.type === TEXT) run += child.content as string
      else if (child.type === INTERPOLATION) {
        const inner = (child.content as { content: string }).content
        run += '{…}'
        found.push(...stringsOf(`(${inner})`, 'x.ts'))
      } else {
        flush()
        visit(child)
      }
    }
    flush()
  }
  if (template.ast) visit(template.ast as unknown as TemplateNode)
  return found
}

function wordsOf(path: string): string[] {
  const source = readFileSync(path, 'utf8')
  if (!path.endsWith('.vue')) return stringsOf(source, path)
  const { descriptor } = parse(source)
  const script = descriptor.scriptSetup?.content ?? descriptor.script?.content ?? ''
  return [...(descriptor.template ? templateWords(descriptor.template) : []), ...stringsOf(script, `${path}.ts`)]
}

const paths = ROOTS.flatMap(root =>
  readdirSync(root, { recursive: true, encoding: 'utf8' }).map(file => `${root}/${file}`),
)
  .filter(path => /\.(vue|ts)$/.test(path) && !/\.test\.ts$|\.d\.ts$|\/testing\//.test(path))
  .sort()
let count = 0
const sections = paths.flatMap(path => {
  const words = [...new Set(wordsOf(path).map(text => text.replace(/\s+/g, ' ').trim()))].filter(isForPeople)
  count += words.length
  return words.length ? [`## ${path}\n\n${words.map(text => `- ${text}`).join('\n')}\n`] : []
})
writeFileSync(
  'docs/words.md',
  [
    '# Words',
    `Every sentence, label and message, by file (\`npm run words\`): ${String(count)} of them. \`{…}\` is what is set in.`,
    ...sections,
  ].join('\n\n'),
)
process.stdout.write(`${String(count)} words and sentences\n`)
