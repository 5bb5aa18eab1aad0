import { route } from '#contracts/routes/route';
import type { RecallMessage } from '#contracts/messages/wordings';
import type { z } from 'zod';

export const recallMessage = route<z.input<typeof RecallMessage>, null>()('/api/messages/recall', ['message_gone']);
