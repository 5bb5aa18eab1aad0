import type { PGlite } from '@electric-sql/pglite';
import { DatabaseError } from 'pg-protocol';
import {
  CommandCompleteMessage,
  DataRowMessage,
  type Field,
  ParameterDescriptionMessage,
  RowDescriptionMessage,
} from 'pg-protocol/dist/messages.js';
import { Parser } from 'pg-protocol/dist/parser.js';

/** What the engine says to messages that are sent at once; of several statements all rows, and the last one's command. */
export type Heard = {
  /** Types of a statement's values (their numbers in pg_type), where it was asked to describe it. */
  types: readonly number[];
  columns: readonly Field[];
  /** Each value as the text that stands for it. */
  readonly rows: (readonly (string | null)[])[];
  /** As in `INSERT 0 3`. */
  command: string;
};

/**
 * Sends messages, and has what is said to them.
 * @throws {DatabaseError} the first of what failed, after all was heard
 */
export type Wire = (...messages: Uint8Array[]) => Promise<Heard>;

/**
 * PostgreSQL's own messages to PGlite and back, read by the package that its driver reads them with: PGlite's own reading
 * takes as long as many a statement, and copies what it has read once more.
 */
export function wireTo(client: Pick<PGlite, 'execProtocolRawStream'>): Wire {
  const parser = new Parser();
  return async (...messages) => {
    const heard: Heard = { types: [], columns: [], rows: [], command: '' };
    let failure: DatabaseError | null = null;
    const hear = (message: object): void => {
      if (message instanceof DataRowMessage) heard.rows.push(message.fields);
      else if (message instanceof CommandCompleteMessage) heard.command = message.text;
      else if (message instanceof DatabaseError) failure ??= message;
      else if (message instanceof RowDescriptionMessage) heard.columns = message.fields;
      else if (message instanceof ParameterDescriptionMessage) heard.types = message.dataTypeIDs;
    };
    await client.execProtocolRawStream(Buffer.concat(messages), {
      syncToFs: false,
      // The engine writes over what it has handed out, and a message can go on in the next piece.
      onRawData: (piece) => parser.parse(Buffer.from(piece), hear),
    });
    if (failure) throw failure;
    return heard;
  };
}
