/** Returns `value` limited to [min, max]; `min` where the two exclude each other. */
export const clamp = (value: number, min: number, max: number): number => Math.max(min, Math.min(max, value))
