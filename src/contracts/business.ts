import { EmailAddress } from '#contracts/emailAddress';
import { contrastOnWhite } from '#contracts/colour';
import { z } from 'zod';

const File = z.string().min(1).max(64);

/** What text needs on its ground (WCAG 2.2, 1.4.3). */
const enough = 4.5;

/** The business as its clients see it. */
export const SaveBusiness = z.strictObject({
  name: z.string().trim().min(1, 'a name is needed').max(120),
  line: z.string().trim().max(120, 'at most 120 letters'),
  email: EmailAddress,
  address: z.string().trim().max(300, 'at most 300 letters').optional(),
  look: z.strictObject({
    colour: z
      .string()
      .regex(/^#[0-9a-f]{6}$/, { error: 'a colour, as #rrggbb', abort: true })
      .refine((colour) => contrastOnWhite(colour) >= enough, 'a darker colour: white text cannot be read on this one')
      .optional(),
    logo: File.optional(),
    picture: File.optional(),
  }),
});
export type SaveBusiness = z.infer<typeof SaveBusiness>;
