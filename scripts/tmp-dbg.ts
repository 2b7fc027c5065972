import { aircraftCatalog, cardCatalog } from '$data';
import { planAhead } from '../core/src/pilots/plan.js';
const c = cardCatalog.get('complex-descent');
console.log(
	JSON.stringify(
		c.phases.map((p) => [p.name, p.configuration, p.targets, p.end]),
		null,
		0
	)
);
console.log(
	planAhead(c, aircraftCatalog.get(c.aircraft))
		.map((p) =>
			[p.gear, p.flapsDeg, p.throttle.toFixed(2), p.pitchDeg.toFixed(1), JSON.stringify(p.vertical)].join(' ')
		)
		.join('\n')
);
