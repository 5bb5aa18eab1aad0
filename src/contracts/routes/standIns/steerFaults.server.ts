import { SteerFaults } from '#contracts/standIns/faults';
import { served } from '#contracts/routes/served';
import { steerFaults } from '#contracts/routes/standIns/steerFaults';

export const steerFaultsServed = served(steerFaults, { in: SteerFaults, right: 'stand-ins' });
