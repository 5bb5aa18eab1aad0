import { saveWording } from '#contracts/routes/messages/saveWording';
import { served, sizes } from '#contracts/routes/served';
import { SaveWording } from '#contracts/messages/wordings';

export const saveWordingServed = served(saveWording, {
  in: SaveWording,
  right: 'messages:write',
  limits: { bytes: sizes.document },
});
