import type { CreditView } from '#contracts/creditViews';
import { view } from '#contracts/routes/route';

export const creditView = view<object, CreditView>('/api/credit');
