const MB = 1024 * 1024

/** A size in bytes, as somebody would say it: “84 kB”, “1.2 MB”. */
export const sizeWords = (bytes: number): string =>
  bytes < MB ? `${Math.max(1, Math.round(bytes / 1024))} kB` : `${(bytes / MB).toFixed(1)} MB`

const DAYS = new Intl.DateTimeFormat('en-US', { month: 'short', day: 'numeric' })

/** A day, as somebody would say it: “Nov 27”. */
export const dayWords = (time: string): string => DAYS.format(new Date(time))
