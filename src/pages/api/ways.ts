import { reading } from '#server/http/endpoint';

export const GET = reading(({ locals }) => locals.app.waysView());
