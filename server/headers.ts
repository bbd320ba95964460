/** An SVG file opened by its address stands alone: it runs nothing and fetches nothing. */
export const SVG_HEADERS = {
  'content-type': 'image/svg+xml',
  'content-security-policy': "default-src 'none'; style-src 'unsafe-inline'; img-src data:; font-src data:; sandbox",
}

/** A picture opened by its address is a picture and nothing else; it never changes. */
export const PICTURE_HEADERS = {
  'content-security-policy': "default-src 'none'; sandbox",
  'cache-control': 'private, max-age=31536000, immutable',
}

/** Policy of answers that are no page or script: they do nothing where they are opened. */
export const ANSWER_POLICY = "default-src 'none'; frame-ancestors 'none'"

/** Policy of workers' scripts: they compute, compile what they ship with, and fetch from here. */
export const SCRIPT_POLICY =
  "default-src 'none'; script-src 'self' 'wasm-unsafe-eval'; worker-src 'self'; connect-src 'self' blob: data:; " +
  "img-src 'self' data: blob:; font-src 'self' data:; style-src 'self'; frame-ancestors 'none'"

/**
 * Policy of the page: its own scripts (the inline ones by hash), its own connections, pictures it made.
 * Artwork brings inline styles, so those are allowed.
 */
export const pagePolicy = (scriptHashes: readonly string[]): string =>
  [
    "default-src 'none'",
    `script-src 'self' ${scriptHashes.map(hash => `'sha256-${hash}'`).join(' ')}`.trim(),
    "style-src 'self' 'unsafe-inline'",
    "img-src 'self' data: blob:",
    "font-src 'self' data:",
    "connect-src 'self'",
    "worker-src 'self'",
    "base-uri 'none'",
    "form-action 'none'",
    "frame-ancestors 'none'",
  ].join('; ')
