/** Explanations of technical words: shown where the word stands, on asking. */
export const TERMS = {
  deltaE:
    'ΔE is how different two colors look (ΔE2000). Under 1 nobody tells them apart; 2 to 3 shows side by side; ' +
    'from 10 on they are two colors.',
  wheels: [
    { word: 'light', means: 'Hues as screens mix them. Across from red stands cyan.' },
    {
      word: 'paint',
      means: 'Hues as paint is taught: red, yellow and blue a third apart. Across from red stands green.',
    },
    { word: 'perceptual', means: 'Hues as far apart as they look (OKLCH). Turning changes lightness the least.' },
  ],
  measures: [
    {
      word: 'HSB',
      means: 'As sliders usually work: quick, but yellow looks lighter than blue at the same number.',
    },
    {
      word: 'perceptual',
      means: 'By how light and strong colors look: brightness keeps contrasts, saturation keeps lightness.',
    },
  ],
} as const
