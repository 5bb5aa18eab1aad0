import { reading } from '#server/http/endpoint';

export const GET = reading(({ locals: { app, person } }) => app.queries.shell(person!, app.world.clock.standing()));
