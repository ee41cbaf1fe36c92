/** The smallest part file that says something: a cube of 9 mm. */
export const plate = {
  format: 'blue-ledger/part@1',
  name: 'Plate',
  units: 'mm',
  bodies: [
    {
      name: 'plate',
      features: [{ id: 'plate', op: 'add', shape: { kind: 'block', width: 9, depth: 9, height: 9 } }],
    },
  ],
};
