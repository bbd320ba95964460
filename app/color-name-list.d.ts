declare module 'color-name-list/bestof' {
  export const colornames: Array<{ name: string; hex: string }>
}
