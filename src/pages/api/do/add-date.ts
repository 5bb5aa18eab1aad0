import { AddDate } from '#contracts/places';
import { endpoint } from '#server/http/endpoint';

export const POST = endpoint(AddDate, ({ app }) => app.addDate);
