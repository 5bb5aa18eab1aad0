import { reading } from '#server/http/endpoint';

export const GET = reading(({ locals, params }) => locals.app.requestPage(params.link!));
