import { z } from 'zod';

/** Of the stand-ins: how often each goes wrong, of a hundred cases. */
const percent = z.number().min(0).max(100);
export const SteerFaults = z.strictObject({
  /** The same seed and the same calls give the same faults. */
  seed: z.number().int().min(0).max(4_294_967_295),
  slow: percent.optional(),
  silent: percent.optional(),
  lost: percent.optional(),
  wrong: percent.optional(),
  late: percent.optional(),
  twice: percent.optional(),
  shuffled: percent.optional(),
  mailDown: percent.optional(),
  mailSilent: percent.optional(),
  mailRefuses: percent.optional(),
  mailHangsUp: percent.optional(),
  databaseGone: percent.optional(),
});
export type SteerFaults = z.infer<typeof SteerFaults>;

/** The same as a setting: `seed=7 slow=20 lost=5`. */
export const FaultsText = z
  .string()
  .transform((text) => {
    const pairs = text.split(/[\s,]+/).filter((each) => each !== '');
    return { seed: 1, ...Object.fromEntries(pairs.map((each) => [each.split('=')[0], Number(each.split('=')[1])])) };
  })
  .pipe(SteerFaults);
