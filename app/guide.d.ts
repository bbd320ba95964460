declare module '*/docs/guide.md' {
  /** A guide as HTML, and its tasks with the ids of their headings. */
  const guide: { html: string; tasks: Array<{ id: string; title: string }> }
  export default guide
}
