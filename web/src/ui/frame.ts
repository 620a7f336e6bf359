/** The edge and ground of a box on the figure: the open one stands out. */
export const frame = (open: boolean): string =>
  open ? 'border-4 border-mark bg-white text-ink' : 'border-2 border-structure bg-field-deep text-line';
