/** The fullest CMYK an ink is written with in the PDF it comes from, each in [0, 1], and all of it in percent; null where it has none. */
export const fullestCmyk = ({
  inPdf = [],
}: {
  inPdf?: ReadonlyArray<{ space: string; values: readonly number[] }> | undefined
}): { values: readonly number[]; total: number } | null => {
  const all = inPdf
    .filter(({ space }) => space === 'cmyk')
    .map(({ values }) => ({ values, total: values.reduce((sum, value) => sum + value * 100, 0) }))
  return all.reduce<(typeof all)[number] | null>((best, each) => (best && best.total >= each.total ? best : each), null)
}
