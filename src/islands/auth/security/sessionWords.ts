/** A moment of the machine's clock, as the business's zone has it. */
export const momentWords = (moment: string, zone: string): string =>
  new Intl.DateTimeFormat('en-GB', {
    timeZone: zone,
    day: 'numeric',
    month: 'short',
    hour: '2-digit',
    minute: '2-digit',
  }).format(new Date(moment));

const programs = [
  ['Firefox/', 'Firefox'],
  ['Edg/', 'Edge'],
  ['Chrome/', 'Chrome'],
  ['Safari/', 'Safari'],
] as const;
const systems = [
  ['Android', 'Android'],
  ['iPhone', 'an iPhone'],
  ['iPad', 'an iPad'],
  ['Windows', 'Windows'],
  ['Mac OS X', 'a Mac'],
  ['Linux', 'Linux'],
] as const;

/** What a person recognises their own browser by, from what it calls itself. */
export function programWords(agent: string): string {
  const find = (names: typeof programs | typeof systems) => names.find(([mark]) => agent.includes(mark))?.[1];
  const [program, system] = [find(programs), find(systems)];
  if (!program) return agent === '' ? 'A program that does not say its name' : agent.slice(0, 40);
  return system ? `${program} on ${system}` : program;
}
