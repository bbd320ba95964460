import { HALVINGS, type Row } from '../../core/raster/paint'
import { channelsOf, type Unmixed } from '../../core/raster/unmix'

/* Paints a picture that was taken apart on the graphics card, by the same steps as core/raster/paint.ts. */

const VERTEX = `#version 300 es
void main() { gl_Position = vec4(vec2(gl_VertexID & 1, gl_VertexID >> 1) * 4.0 - 1.0, 0.0, 1.0); }`

const FRAGMENT = `#version 300 es
precision highp float;
uniform sampler2D picture, places, weights, regions, before, after;
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
bool isShown(vec3 s) { return all(greaterThanEqual(s, vec3(-0.001))) && all(lessThanEqual(s, vec3(1.001))); }
vec3 moved(vec3 from, vec3 by) {
  vec3 lab = toLab(from) + by;
  lab.x = clamp(lab.x, 0.0, 1.0);
  vec3 s = fromLab(lab);
  if (isShown(s)) return s;
  float low = 0.0, high = 1.0;
  for (int n = 0; n < ${HALVINGS}; n++) {
    float part = (low + high) / 2.0;
    if (isShown(fromLab(vec3(lab.x, lab.yz * part)))) low = part; else high = part;
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

const UNITS = ['picture', 'places', 'weights', 'regions', 'before', 'after'] as const
type Unit = (typeof UNITS)[number]

const built = (gl: WebGL2RenderingContext): WebGLProgram | null => {
  const program = gl.createProgram()
  for (const [kind, source] of [
    [gl.VERTEX_SHADER, VERTEX],
    [gl.FRAGMENT_SHADER, FRAGMENT],
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

/**
 * A painter on a canvas of the size of the picture; null where the browser has no WebGL 2 for it, or only one without
 * a graphics card, which is slower than the worker. `lost` hears when the card is gone.
 */
export const glPainter = (
  canvas: HTMLCanvasElement,
  { picture, places, weights }: Unmixed,
  inks: readonly string[],
  lost: () => void,
): GlPainter | null => {
  const gl = canvas.getContext('webgl2', {
    premultipliedAlpha: false,
    antialias: false,
    preserveDrawingBuffer: true,
    failIfMajorPerformanceCaveat: true,
  })
  const program =
    gl && Math.max(picture.width, picture.height) <= gl.getParameter(gl.MAX_TEXTURE_SIZE) ? built(gl) : null
  if (!gl || !program) return null
  gl.useProgram(program)
  gl.pixelStorei(gl.UNPACK_ALIGNMENT, 1)
  UNITS.forEach((name, unit) => gl.uniform1i(gl.getUniformLocation(program, name), unit))
  gl.uniform1i(gl.getUniformLocation(program, 'height'), picture.height)
  const textures = UNITS.map(() => gl.createTexture())
  const fill = (name: Unit, width: number, height: number, data: ArrayBufferView, single = false): void => {
    const unit = UNITS.indexOf(name)
    gl.activeTexture(gl.TEXTURE0 + unit)
    gl.bindTexture(gl.TEXTURE_2D, textures[unit] ?? null)
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MIN_FILTER, gl.NEAREST)
    gl.texParameteri(gl.TEXTURE_2D, gl.TEXTURE_MAG_FILTER, gl.NEAREST)
    gl.texImage2D(
      gl.TEXTURE_2D,
      0,
      single ? gl.R8 : gl.RGBA8,
      width,
      height,
      0,
      single ? gl.RED : gl.RGBA,
      gl.UNSIGNED_BYTE,
      new Uint8Array(data.buffer, data.byteOffset, data.byteLength),
    )
  }
  const { width, height } = picture
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
  fill('picture', width, height, picture.data)
  fill('places', width, height, places)
  fill('weights', width, height, weights)
  fill('before', count, 1, palette([{ colors: inks, opacity: 1 }]))
  const nowhere = new Uint8Array(width * height)
  let shown: Uint8Array | null = null
  canvas.addEventListener('webglcontextlost', event => {
    event.preventDefault()
    lost()
  })
  return (rows, regions) => {
    const here = regions ?? nowhere
    if (here !== shown) fill('regions', width, height, here, true)
    shown = here
    fill('after', count, rows.length, palette(rows))
    gl.viewport(0, 0, width, height)
    gl.drawArrays(gl.TRIANGLE_STRIP, 0, 4)
  }
}
