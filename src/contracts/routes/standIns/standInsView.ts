import { view } from '#contracts/routes/route';
import type { StandInsView } from '#contracts/standInViews';

export const standInsView = view<{ readonly mail: string }, StandInsView>('/api/stand-ins/view');
