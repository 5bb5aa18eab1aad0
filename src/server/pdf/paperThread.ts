import { type HouseStyle, writeAs } from '#core/wording/houseStyle';
import { type PaperKind, paperKinds } from '#server/pdf/paperKinds';
import { parentPort } from 'node:worker_threads';

export type PaperOrder = {
  readonly id: number;
  readonly kind: PaperKind;
  readonly given: unknown;
  readonly style: HouseStyle;
};
export type PaperAnswer = { readonly id: number } & ({ readonly made: unknown } | { readonly failed: Error });

/** One paper after another: how days and figures are written is said with each, and holds until the next. */
let last: Promise<void> = Promise.resolve();

async function answer({ id, kind, given, style }: PaperOrder): Promise<void> {
  writeAs(style);
  try {
    const made = await (paperKinds[kind] as (given: unknown) => Promise<unknown>)(given);
    parentPort!.postMessage({ id, made } satisfies PaperAnswer);
  } catch (error) {
    parentPort!.postMessage({ id, failed: error as Error } satisfies PaperAnswer);
  }
}

parentPort!.on('message', (order: PaperOrder) => {
  last = last.then(() => answer(order));
});
