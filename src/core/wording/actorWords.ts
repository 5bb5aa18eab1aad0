import type { Actor } from '#core/people/actor';

/** Names of the business's people, by the ids of their sign-ins. */
export type People = Readonly<Record<string, string>>;

/** Who did something, as a history and a document say it. */
export function actorWords(actor: Actor, people: People): string {
  switch (actor.kind) {
    case 'person':
      return (actor.id === null ? undefined : people[actor.id]) ?? 'the business';
    case 'client':
      return 'the client';
    case 'payer':
      return 'who else pays';
    case 'program':
      return 'a program';
    case 'processor':
      return 'the processor';
    case 'clock':
      return 'by itself';
  }
}
