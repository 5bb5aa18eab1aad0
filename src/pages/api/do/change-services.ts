import { ChangeServices } from '#contracts/services';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(ChangeServices, ({ app }) => app.changeServices);
