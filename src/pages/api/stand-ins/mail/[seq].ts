import { reading } from '#server/http/endpoint';

export const GET = reading(({ locals, params }) => locals.app.world.mail.read(Number(params.seq)));
