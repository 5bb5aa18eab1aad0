import type { Row } from './house';
import type { Recipes } from './recipes';

const give = (over: Row): { over: Row } => ({ over });

/** How a rule refuses what names nothing that is nowhere. */
export const refusalRecipes: Recipes = {
  '/api/bookings/create': async (house) => give({ serviceId: 'nowhere', start: house.wall(3), end: house.wall(4) }),
  '/api/books/close': async (house) => give({ until: house.date(40), despite: false }),
  '/api/begin/clean': async () => give({ copied: 'a'.repeat(64) }),
  '/api/door/prove': async () => give({ password: 'not the password at all', code: undefined }),
};
