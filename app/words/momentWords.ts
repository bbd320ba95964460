/** Made once, as a language's way with times takes long to look up, and lists say many of them. */
const MOMENTS = new Intl.DateTimeFormat('en-US', { month: 'short', day: 'numeric', hour: 'numeric', minute: '2-digit' })

/** A moment, as somebody would say it: “Nov 27, 11:34 AM”. */
export const momentWords = (time: string): string => MOMENTS.format(new Date(time))
