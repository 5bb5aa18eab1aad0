import { emailAddressWanted, isEmailAddress } from '#core/emailAddress';
import { z } from 'zod';

export const EmailAddress = z.string().trim().refine(isEmailAddress, emailAddressWanted);
