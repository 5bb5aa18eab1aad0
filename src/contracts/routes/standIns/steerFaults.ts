import { route } from '#contracts/routes/route';
import type { SteerFaults } from '#contracts/standIns/faults';
import type { z } from 'zod';

export const steerFaults = route<z.input<typeof SteerFaults>, null>()('/api/stand-ins/faults');
