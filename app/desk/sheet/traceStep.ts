/** Dragged traces stand on whole steps: half a millimetre, or a thirty-second of an inch. */
export const stepFor = (units: 'mm' | 'in'): number => (units === 'mm' ? 0.5 : 1 / 32);
