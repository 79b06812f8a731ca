/** Housing colours of blade fuses by rating, amps (ISO 8820-3); a rating that is not listed has none of its own. */
export const housingColours: Readonly<Record<number, string>> = {
  2: '#9a9a9a',
  3: '#7d5ba6',
  5: '#c9a26b',
  7.5: '#7a4b2a',
  10: '#c0392b',
  15: '#2f6fb5',
  20: '#d9b310',
  25: '#e8e4da',
  30: '#3f8f4f',
  40: '#d98319',
};
