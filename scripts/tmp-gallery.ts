import {
	cutPhases,
	Evidence,
	findFaults,
	flyByRobot,
	GALLERY,
	loadedAircraft,
	reportScan,
	TECHNIQUES
} from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '$data';
const only = process.argv[2];
for (const { kind, cards, pilot, seed, turbulence, longestSeconds = 420 } of GALLERY) {
	if (only && kind !== only) continue;
	for (const id of cards) {
		const base = cardCatalog.get(id);
		const card = { ...base, weather: { ...base.weather, turbulence } };
		const aircraft = aircraftCatalog.get(card.aircraft);
		const said = (who: keyof typeof TECHNIQUES, s: number) => {
			const { track, looks } = flyByRobot(
				card,
				aircraft,
				areaCatalog.get(card.area),
				TECHNIQUES[who],
				s,
				longestSeconds
			);
			const found = findFaults(
				new Evidence(card, track, cutPhases(card, track), loadedAircraft(aircraft, card.loading))
			);
			return [
				...found.map((f) => f.kind as string),
				...reportScan(
					looks,
					card.school ?? 'hub-and-spoke',
					track,
					card,
					standardCatalog.get('us-instrument')
				).faults.map((f) => f.kind as string)
			];
		};
		const hit = [3, 4, 5, 6].map((s) => said(pilot, s));
		const clean = [3, 4, 5, 6].map((s) => said('steady', s));
		console.log(
			kind,
			id,
			'hit',
			hit.filter((h) => h.includes(kind)).length,
			'/4 clean',
			clean.filter((h) => h.includes(kind)).length,
			' also',
			[...new Set(hit[0]!.filter((k) => k !== kind))].join(','),
			'| steady:',
			[...new Set(clean.flat())].join(',')
		);
	}
}
