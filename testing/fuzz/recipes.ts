import type { House, Row } from './house';

/** How a request is made so that it should be accepted, or refused by a rule; what is not given comes from the contract. */
export type Given = {
  /** Fields of its body, or of what its path and query name. */
  readonly over?: Row;
  /** All of them: nothing else comes from the contract. */
  readonly whole?: Row;
  /** The whole body, where it is no JSON of a contract. */
  readonly body?: string | Uint8Array;
  readonly type?: string;
  /** Where its path names something that no field does. */
  readonly path?: string;
  readonly headers?: Readonly<Record<string, string>>;
  /** Whose it is; the owner's where nothing is said. */
  readonly cookie?: string;
};
export type Recipe = (house: House) => Promise<Given | null>;
export type Recipes = Readonly<Record<string, Recipe>>;
