import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '../../data/index.js';
import { flyByRobot, TECHNIQUES, type PilotId, type RobotFlight } from '../src/index.js';

/** The shipped documents that several tests fly with. */
export const trainer = aircraftCatalog.get('ferrin-160');
export const tourer = aircraftCatalog.get('ostrel-240');
export const area = areaCatalog.get('veskar');
export const descentCard = cardCatalog.get('approach-descent');
export const us = standardCatalog.get('us-instrument');
export const eu = standardCatalog.get('eu-instrument');

export const fly = (pilot: PilotId, seed: number): RobotFlight =>
	flyByRobot(descentCard, trainer, area, TECHNIQUES[pilot], seed);
