import { reading } from '#server/http/endpoint';

export const GET = reading(async ({ locals, params }) => {
  const seq = params.seq!;
  return /^[1-9]\d{0,9}$/.test(seq) ? locals.app.world.mail.read(Number(seq)) : null;
});
