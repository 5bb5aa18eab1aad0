import { PreviewWording, RecallMessage, SaveWording } from '#contracts/messages/wordings';
import { messagesView, previewWording, recallMessage, saveWording } from '#contracts/routes/messages';
import { served, sizes } from '#contracts/routes/served';
import { z } from 'zod';

export const messagesViewServed = served(messagesView, { in: z.object({}), right: 'messages:write' });

export const previewWordingServed = served(previewWording, {
  in: PreviewWording,
  right: 'messages:write',
  limits: { bytes: sizes.document },
});

export const recallMessageServed = served(recallMessage, { in: RecallMessage, right: 'messages:write' });

export const saveWordingServed = served(saveWording, {
  in: SaveWording,
  right: 'messages:write',
  limits: { bytes: sizes.document },
});
