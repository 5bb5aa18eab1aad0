import { SaveTemplate } from '#contracts/quotes/quotes';
import { saveTemplate } from '#contracts/routes/quotes/saveTemplate';
import { served, sizes } from '#contracts/routes/served';

export const saveTemplateServed = served(saveTemplate, {
  in: SaveTemplate,
  right: 'quotes:write',
  limits: { bytes: sizes.text },
});
