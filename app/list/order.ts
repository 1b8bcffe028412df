export type Order = 'name' | 'changed' | 'length'
export const ORDERS: readonly { readonly value: Order; readonly name: string }[] = [
  { value: 'name', name: 'by name' },
  { value: 'changed', name: 'changed last first' },
  { value: 'length', name: 'longest first' },
]
