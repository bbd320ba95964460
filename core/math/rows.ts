/** Returns items in rows of so many, the last with what is left. */
export const inRows = <Item>(items: readonly Item[], columns: number): Item[][] =>
  Array.from({ length: Math.ceil(items.length / columns) }, (_, row) => items.slice(row * columns, (row + 1) * columns))
