/** What is judged at the end of a visit. */
export const TRAITS = [
  'definition',
  'frizz',
  'volume',
  'evenness',
  'bounce',
  'softness',
  'shine',
] as const
export const COMFORTS = ['good', 'tight', 'pain'] as const
export const RESIDUES = ['none', 'some', 'much'] as const
