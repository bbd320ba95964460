import { Parser } from 'htmlparser2'
import { contentsPage } from './contents'

it('says what is in an archive, whatever it is called, and does nothing', () => {
  const evil = '"><script>alert(1)</script><img src=x onerror=alert(1)>'
  const page = contentsPage({
    title: evil,
    date: 'today',
    files: ['sheet.pdf'],
    looks: [
      {
        ...{ name: evil, note: evil, chosen: true, left: [evil], picture: 'a b/ü#.png', files: ['a b/ü#.png'] },
        swatches: [{ name: evil, hex: '#123456', role: 'accent', share: 0.3 }],
      },
    ],
    failed: [{ path: evil, reason: evil }],
  })
  const found: string[] = []
  let tags = 0
  const parser = new Parser({
    onopentag: (tag, text) => {
      tags++
      if (tag === 'script' || text.src === 'x') found.push(tag)
      found.push(...Object.keys(text).filter(name => name.startsWith('on')))
    },
  })
  parser.write(page)
  parser.end()
  expect(found).toEqual([])
  expect(tags).toBeGreaterThan(20)
  expect(page).toContain('href="a%20b/%C3%BC%23.png"')
  expect(page).toContain("default-src 'none'")
})
