import { HALVINGS } from '#core/color/oklab'
import type { Row } from '#core/raster/paint'
import type { Picture } from '#core/picture/picture'
import { LIGHTNESS } from '#core/raster/smooth'
import { EACH, SIDE, tableOf } from '#core/raster/smoothTable'
import { channelsOf, type Unmixed } from '#core/raster/unmix'

/* Paints a picture that was taken apart on the graphics card, by the same steps as core/raster/paint.ts. */

const VERTEX = `#version 300 es
void main() { gl_Position = vec4(vec2(gl_VertexID & 1, gl_VertexID >> 1) * 4.0 - 1.0, 0.0, 1.0); }`

/** Code shared by both shaders: the color spaces. */
const SPACES = `#version 300 es
precision highp float;
precision highp sampler2D;
uniform int height;
out vec4 color;

vec3 linear(vec3 s) { return mix(s / 12.92, pow((max(s, 0.0) + 0.055) / 1.055, vec3(2.4)), step(0.04045, s)); }
vec3 encoded(vec3 v) { return mix(v * 12.92, 1.055 * pow(max(v, 1e-9), vec3(1.0 / 2.4)) - 0.055, step(0.0031308, v)); }
vec3 toLab(vec3 s) {
  vec3 v = linear(s);
  vec3 c = pow(max(vec3(
    dot(v, vec3(0.4122214708, 0.5363325363, 0.0514459929)),
    dot(v, vec3(0.2119034982, 0.6806995451, 0.1073969566)),
    dot(v, vec3(0.0883024619, 0.2817188376, 0.6299787005))), 0.0), vec3(1.0 / 3.0));
  return vec3(
    dot(c, vec3(0.2104542553, 0.793617785, -0.0040720468)),
    dot(c, vec3(1.9779984951, -2.428592205, 0.4505937099)),
    dot(c, vec3(0.0259040371, 0.7827717662, -0.808675766)));
}
vec3 fromLab(vec3 lab) {
  vec3 c = vec3(
    dot(lab, vec3(1.0, 0.3963377774, 0.2158037573)),
    dot(lab, vec3(1.0, -0.1055613458, -0.0638541728)),
    dot(lab, vec3(1.0, -0.0894841775, -1.291485548)));
  c = c * c * c;
  return encoded(vec3(
    dot(c, vec3(4.0767416621, -3.3077115913, 0.2309699292)),
    dot(c, vec3(-1.2684380046, 2.6097574011, -0.3413193965)),
    dot(c, vec3(-0.0041960863, -0.7034186147, 1.707614701))));
}
`

const FLAT = `${SPACES}
uniform sampler2D picture, places, weights, regions, before, after;
bool isInGamut(vec3 s) { return all(greaterThanEqual(s, vec3(-0.001))) && all(lessThanEqual(s, vec3(1.001))); }
vec3 moved(vec3 from, vec3 by) {
  vec3 lab = toLab(from) + by;
  lab.x = clamp(lab.x, 0.0, 1.0);
  vec3 s = fromLab(lab);
  if (isInGamut(s)) return s;
  float low = 0.0, high = 1.0;
  for (int n = 0; n < ${HALVINGS}; n++) {
    float part = (low + high) / 2.0;
    if (isInGamut(fromLab(vec3(lab.x, lab.yz * part)))) low = part; else high = part;
  }
  return fromLab(vec3(lab.x, lab.yz * low));
}
void main() {
  ivec2 at = ivec2(gl_FragCoord.x, height - 1 - int(gl_FragCoord.y));
  vec4 own = texelFetch(picture, at, 0);
  ivec3 ink = ivec3(texelFetch(places, at, 0).rgb * 255.0 + 0.5);
  vec4 weight = texelFetch(weights, at, 0);
  int row = int(texelFetch(regions, at, 0).r * 255.0 + 0.5);
  vec3 was[3], now[3];
  bool same = true;
  float opacity = texelFetch(after, ivec2(0, row), 0).a;
  for (int n = 0; n < 3; n++) {
    was[n] = texelFetch(before, ivec2(ink[n], 0), 0).rgb;
    now[n] = texelFetch(after, ivec2(ink[n], row), 0).rgb;
    if ((n == 0 || weight[n] > 0.0) && any(notEqual(was[n], now[n]))) same = false;
  }
  vec3 mixed = own.rgb;
  if (!same) {
    mixed = now[0] * weight.x + now[1] * weight.y + now[2] * weight.z;
    if (weight.a > 0.0) mixed = moved(mixed, toLab(own.rgb) - toLab(was[0] * weight.x + was[1] * weight.y + was[2] * weight.z));
  }
  color = vec4(clamp(mixed, 0.0, 1.0), own.a * opacity);
}`

const SMOOTH = `${SPACES}
uniform sampler2D picture, ground, regions, moves, gains, after;
vec4 read(sampler2D of, ivec2 corner, ivec3 one, ivec3 two, vec4 parts) {
  return texelFetch(of, corner, 0) * parts.x
    + texelFetch(of, corner + ivec2(one.g * ${SIDE} + one.b, one.r), 0) * parts.y
    + texelFetch(of, corner + ivec2(two.g * ${SIDE} + two.b, two.r), 0) * parts.z
    + texelFetch(of, corner + ivec2(${SIDE} + 1, 1), 0) * parts.w;
}
void main() {
  ivec2 at = ivec2(gl_FragCoord.x, height - 1 - int(gl_FragCoord.y));
  vec4 own = texelFetch(picture, at, 0);
  int row = int(texelFetch(regions, at, 0).r * 255.0 + 0.5);
  vec4 way = texelFetch(after, ivec2(0, row), 0);
  color = vec4(own.rgb, own.a * way.a);
  if (way.r == 0.0) return;
  vec3 base = texelFetch(ground, at, 0).rgb;
  vec3 place = base * float(${SIDE - 1});
  ivec3 node = min(ivec3(place + 1e-5), ivec3(${SIDE - 2}));
  vec3 f = place - vec3(node);
  ivec3 one, two = ivec3(1);
  if (f.r >= f.g && f.r >= f.b) { one = ivec3(1, 0, 0); if (f.g >= f.b) two.b = 0; else two.g = 0; }
  else if (f.g >= f.b) { one = ivec3(0, 1, 0); if (f.r >= f.b) two.b = 0; else two.r = 0; }
  else { one = ivec3(0, 0, 1); if (f.r >= f.g) two.g = 0; else two.r = 0; }
  float most = max(f.r, max(f.g, f.b)), least = min(f.r, min(f.g, f.b)), middle = f.r + f.g + f.b - most - least;
  vec4 parts = vec4(1.0 - most, most - middle, middle - least, least);
  ivec2 corner = ivec2(node.g * ${SIDE} + node.b, row * ${SIDE} + node.r);
  vec3 moved = read(moves, corner, one, two, parts).rgb / 255.0;
  vec2 gain = read(gains, corner, one, two, parts).rg;
  vec3 grain = own.rgb - base;
  float light = dot(grain, vec3(${LIGHTNESS.join(', ')}));
  color.rgb = clamp(base + moved + light * (gain.r - gain.g) + gain.g * grain, 0.0, 1.0);
}`

const built = (gl: WebGL2RenderingContext, fragment: string): WebGLProgram | null => {
  const program = gl.createProgram()
  for (const [kind, source] of [
    [gl.VERTEX_SHADER, VERTEX],
    [gl.FRAGMENT_SHADER, fragment],
  ] as const) {
    const shader = gl.createShader(kind)
    if (!shader) return null
    gl.shaderSource(shader, source)
    gl.compileShader(shader)
    gl.attachShader(program, shader)
  }
  gl.linkProgram(program)
  return gl.getProgramParameter(program, gl.LINK_STATUS) ? program : null
}

/** Paints rows of colors over the picture; see `paintRaster`. */
export type GlPainter = (rows: readonly Row[], regions: Uint8Array | null) => void

/** Fills a texture: one byte, four bytes or four floats a pixel. */
type Fill = (name: string, width: number, height: number, data: Uint8Array | Uint8ClampedArray | Float32Array) => void

/** A way of painting: its shader, and its textures, those that stay and those that change with the colors. */
interface Way {
  fragment: string
  still: (fill: Fill) => void
  colored: (fill: Fill, rows: readonly Row[]) => void
}

const flatly = ({ picture: { width, height }, places, weights }: Unmixed, inks: readonly string[]): Way => {
  const count = Math.max(1, inks.length)
  const palette = (rows: readonly Row[]): Uint8Array => {
    const bytes = new Uint8Array(count * rows.length * 4)
    rows.forEach(({ colors, opacity }, row) => {
      bytes[row * count * 4 + 3] = Math.round(opacity * 255)
      channelsOf(colors).forEach((value, i) => {
        bytes[(row * count + Math.floor(i / 3)) * 4 + (i % 3)] = Math.round(value)
      })
    })
    return bytes
  }
  return {
    fragment: FLAT,
    still: fill => {
      fill('places', width, height, places)
      fill('weights', width, height, weights)
      fill('before', count, 1, palette([{ colors: inks, opacity: 1 }]))
    },
    colored: (fill, rows) => {
      fill('after', count, rows.length, palette(rows))
    },
  }
}

const smoothly = ({ width, height }: Picture, ground: Uint8Array, inks: readonly string[]): Way => ({
  fragment: SMOOTH,
  still: fill => {
    fill('ground', width, height, ground)
  },
  colored: (fill, rows) => {
    const tables = rows.map(({ colors }) => tableOf(inks, colors, ground))
    const size = SIDE ** 3
    const [moves, gains] = [new Float32Array(size * 4 * rows.length), new Float32Array(size * 4 * rows.length)]
    tables.forEach((table, row) => {
      for (let n = 0, to = row * size * 4; table && n < table.length; n += EACH, to += 4) {
        for (let k = 0; k < 3; k++) moves[to + k] = table[n + k] as number
        for (let k = 3; k < EACH; k++) gains[to + k - 3] = table[n + k] as number
      }
    })
    fill('moves', SIDE * SIDE, SIDE * rows.length, moves)
    fill('gains', SIDE * SIDE, SIDE * rows.length, gains)
    const ways = rows.flatMap(({ opacity }, row) => [tables[row] ? 255 : 0, 0, 0, Math.round(opacity * 255)])
    fill('after', 1, rows.length, Uint8Array.from(ways))
  },
})

/** A function that fills the textures of a program, each made when it is first filled. */
const textureFill = (gl: WebGL2RenderingContext, program: WebGLProgram): Fill => {
  const textures = new Map<string, { unit: number; texture: WebGLTexture }>()
  const textureOf = (name: string): { unit: number; texture: WebGLTexture } => {
    const known = textures.get(name)
    if (known) return known
    const made = { unit: textures.size, texture: gl.createTexture() }
    gl.uniform1i(gl.getUniformLocation(program, name), made.unit)
    textures.set(name, made)
    return made
  }
  return (name, across, down, data) => {
    const { unit, texture } = textureOf(name)
    gl.activeTexture(gl.TEXTURE0 + unit)
    gl.bindTexture(gl.TEXTURE_2D, texture)
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MIN_FILTER, gl.NEAREST)
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MAG_FILTER, gl.NEAREST)
    const floats = data instanceof Float32Array
    const single = data.length === across * down
    gl.texImage2D(
      gl.TEXTURE_2D,
      0,
      floats ? gl.RGBA32F : single ? gl.R8 : gl.RGBA8,
      across,
      down,
      0,
      single ? gl.RED : gl.RGBA,
      floats ? gl.FLOAT : gl.UNSIGNED_BYTE,
      floats ? data : new Uint8Array(data.buffer, data.byteOffset, data.byteLength),
    )
  }
}

/**
 * A painter on a canvas of the size of the picture; null where the browser has no WebGL 2 for it, or only one without
 * a graphics card, which is slower than the worker. `lost` hears when the card is gone.
 */
export const glPainter = (
  canvas: HTMLCanvasElement,
  taken: Unmixed,
  inks: readonly string[],
  lost: () => void,
): GlPainter | null => {
  const { picture, ground } = taken
  const { width, height } = picture
  const way = ground ? smoothly(picture, ground, inks) : flatly(taken, inks)
  const gl = canvas.getContext('webgl2', {
    premultipliedAlpha: false,
    antialias: false,
    preserveDrawingBuffer: true,
    failIfMajorPerformanceCaveat: true,
  })
  const program = gl && Math.max(width, height) <= gl.getParameter(gl.MAX_TEXTURE_SIZE) ? built(gl, way.fragment) : null
  if (!gl || !program) return null
  gl.useProgram(program)
  gl.pixelStorei(gl.UNPACK_ALIGNMENT, 1)
  gl.uniform1i(gl.getUniformLocation(program, 'height'), height)
  const fill = textureFill(gl, program)
  fill('picture', width, height, picture.data)
  way.still(fill)
  const nowhere = new Uint8Array(width * height)
  let shown: Uint8Array | null = null
  canvas.addEventListener('webglcontextlost', event => {
    event.preventDefault()
    lost()
  })
  return (rows, regions) => {
    const here = regions ?? nowhere
    if (here !== shown) fill('regions', width, height, here)
    shown = here
    way.colored(fill, rows)
    gl.viewport(0, 0, width, height)
    gl.drawArrays(gl.TRIANGLE_STRIP, 0, 4)
  }
}
