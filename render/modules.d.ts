/* Types for packages that bring none. */
declare module 'svg-to-pdfkit' {
  /** Draws an SVG document onto the page of a PDF document, at a place and in a size, as shapes. */
  const SVGtoPDF: (
    doc: InstanceType<typeof import('pdfkit')>,
    svg: string,
    x: number,
    y: number,
    options: { width: number; height: number; assumePt?: boolean; warningCallback?: (message: string) => void },
  ) => void
  export default SVGtoPDF
}
