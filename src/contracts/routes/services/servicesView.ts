import { view } from '#contracts/routes/route';
import type { ServicesView } from '#contracts/catalogue/serviceViews';

export const servicesView = view<object, ServicesView>('/api/services');
