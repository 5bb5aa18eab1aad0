const words = [
  'Nothing',
  'One',
  'Two',
  'Three',
  'Four',
  'Five',
  'Six',
  'Seven',
  'Eight',
  'Nine',
  'Ten',
  'Eleven',
  'Twelve',
];

/** `Six decisions today`; `Nothing to decide today`. */
export function countWords(count: number): string {
  if (count === 0) return 'Nothing to decide today';
  return `${words[count] ?? String(count)} ${count === 1 ? 'decision' : 'decisions'} today`;
}
