import { view } from '#contracts/routes/route';
import type { StandInsView } from '#contracts/standIns/views';

export const standInsView = view<{ readonly mail: string }, StandInsView>('/api/stand-ins/view');
