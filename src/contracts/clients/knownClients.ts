/** A client whom a form proposes. */
export type KnownClient = { readonly id: string; readonly name: string; readonly email: string };

/** A form comes with so many of them: where there are more, others are asked for by what is typed. */
export const mostKnown = 100;
