import { route } from '#contracts/routes/route';

export const stopClock = route<Readonly<Record<string, never>>, { readonly stopped: boolean }>()('/api/stand-ins/stop');
