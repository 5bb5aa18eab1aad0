import { previewWording } from '#contracts/routes/messages/previewWording';
import { served, sizes } from '#contracts/routes/served';
import { PreviewWording } from '#contracts/messages/wordings';

export const previewWordingServed = served(previewWording, {
  in: PreviewWording,
  right: 'messages:write',
  limits: { bytes: sizes.document },
});
