import type { CreateRequest } from '#contracts/credit';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const createRequest = route<
  z.input<typeof CreateRequest>,
  { readonly id: string; readonly number: string; readonly url: string | null; readonly messageId: string | null }
>()('/api/credit/create-request');
