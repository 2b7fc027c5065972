import {
	cutPhases,
	Evidence,
	findFaults,
	gradeFlight,
	loadedAircraft,
	reportScan,
	TECHNIQUES
} from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '$data';
import { flyByHuman } from '../core/test/human/human-pilot.js';
const [ids, who = 'steady', air = 'none', seconds = '600', verbose] = process.argv.slice(2);
for (const id of ids!.split(',')) {
	const base = cardCatalog.get(id);
	const card = { ...base, weather: { ...base.weather, turbulence: air as 'none' } };
	const aircraft = aircraftCatalog.get(card.aircraft);
	for (const seed of [1, 2, 3]) {
		const f = flyByHuman(
			card,
			aircraft,
			areaCatalog.get(card.area),
			TECHNIQUES[who as 'steady'],
			seed,
			Number(seconds)
		);
		const loaded = loadedAircraft(aircraft, card.loading);
		const grade = gradeFlight(f.track, card, standardCatalog.get('us-instrument'), loaded);
		const faults = findFaults(new Evidence(card, f.track, cutPhases(card, f.track), loaded)).map(
			(x) => x.kind
		);
		console.log(
			id,
			seed,
			f.completed ? 'done' : 'open',
			f.simulatedSeconds.toFixed(0),
			grade.verdict,
			grade.score.toFixed(0),
			grade.because.slice(0, 2).join('; ').slice(0, 150),
			'|',
			faults.join(','),
			'|',
			reportScan(f.looks, card.school ?? 'hub-and-spoke', f.track, card, standardCatalog.get('us-instrument'))
				.faults.map((x) => x.kind + ':' + x.instrument)
				.join(',')
		);
		if (verbose)
			for (let t = 0; t < f.track.length; t += 50)
				console.log(
					(t / 10).toFixed(0),
					[
						'indicatedAltitudeFt',
						'indicatedAirspeedKt',
						'headingDeg',
						'pitchDeg',
						'bankDeg',
						'throttle',
						'elevatorInput',
						'aileronInput',
						'trim',
						'verticalSpeedFpm',
						'flapsDeg',
						'gear'
					]
						.map((n) => n.slice(0, 8) + ' ' + f.track.column(n as never)[t]!.toFixed(2))
						.join(' ')
				);
		if (verbose) break;
	}
}
