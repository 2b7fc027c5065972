// node scripts/run-ts.mjs scripts/hour-track.ts FILE: an hour of a hold as a recording, for the figures of the plan.
import { writeFileSync } from 'node:fs';
import { encodeChunk, flyByRobot, TECHNIQUES, type TaskCard } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog } from '$data';

const SECONDS = 3600;
const shipped = cardCatalog.get('hold-direct');
const card: TaskCard = {
	...shipped,
	phases: shipped.phases.map((phase) =>
		phase.path?.kind === 'hold' ? { ...phase, end: { kind: 'elapsed', seconds: SECONDS } } : phase
	)
};
const { track } = flyByRobot(
	card,
	aircraftCatalog.get(card.aircraft),
	areaCatalog.get(card.area),
	TECHNIQUES.steady,
	1,
	SECONDS
);
writeFileSync(process.argv[2]!, encodeChunk({ first: 0, track }));
console.log(`${track.length} samples`);
