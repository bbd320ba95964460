const MEDIA: Readonly<Record<string, string>> = {
  svg: 'image/svg+xml',
  png: 'image/png',
  pdf: 'application/pdf',
  css: 'text/css; charset=utf-8',
  csv: 'text/csv; charset=utf-8',
  json: 'application/json',
  txt: 'text/plain; charset=utf-8',
  zip: 'application/zip',
}

/** The media type of an exported file, by its name. */
export const mediaOf = (name: string): string =>
  MEDIA[name.slice(name.lastIndexOf('.') + 1)] ?? 'application/octet-stream'
