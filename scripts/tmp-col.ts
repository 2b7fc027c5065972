import { cutPhases, Evidence, findFaults, loadedAircraft, TECHNIQUES } from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog } from '$data';
import { flyByHuman } from '../core/test/human/human-pilot.js';
const [id, who, air, seed, seconds, from, to, step, ...names] = process.argv.slice(2);
const base = cardCatalog.get(id!);
const n = Number(seed),
	about = process.env.ACROSS ? Number(process.env.ACROSS) + (n % 2 ? 180 : 0) : n * 47;
const card = {
	...base,
	start: process.env.HDG ? { ...base.start, headingDeg: Number(process.env.HDG) } : base.start,
	weather: {
		...base.weather,
		turbulence: air as 'none',
		windLayers: [{ altitudeFt: 0, fromDeg: ((about % 360) + 360) % 360, speedKt: (n * 7) % 21 }]
	}
};
const aircraft = aircraftCatalog.get(card.aircraft);
const f = flyByHuman(
	card,
	aircraft,
	areaCatalog.get(card.area),
	TECHNIQUES[who as 'steady'],
	Number(seed),
	Number(seconds)
);
console.log(
	JSON.stringify(cutPhases(card, f.track).map((p) => [p.phase, p.startSeconds, p.endSeconds])),
	card.phases.map((p) => p.name).join(' | ')
);
console.log(
	findFaults(
		new Evidence(card, f.track, cutPhases(card, f.track), loadedAircraft(aircraft, card.loading), {}, f.looks)
	)
		.map((x) => `${x.kind} ${x.startSeconds}-${x.endSeconds}: ${x.text}`)
		.join('\n')
);
for (let t = Number(from) * 10; t < Math.min(f.track.length, Number(to) * 10); t += Number(step))
	console.log((t / 10).toFixed(1), names.map((n) => f.track.column(n as never)[t]!.toFixed(2)).join('  '));
