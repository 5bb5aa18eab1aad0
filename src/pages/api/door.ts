import { reading } from '#server/http/endpoint';

export const GET = reading(({ locals }) => locals.app.door.view(locals.session!));
