import type { SendDocument } from '#contracts/invoices/documents';
import { route } from '#contracts/routes/route';
import type { z } from 'zod';

export const sendDocument = route<z.input<typeof SendDocument>, null>()('/api/documents/send', [
  'document_not_there',
  'message_is_off',
]);
