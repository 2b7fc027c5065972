// npm run detectors: precision and recall of every fault detector on seeded robot flights; writes docs/detectors.md.
import { writeFileSync } from 'node:fs';
import {
	cutPhases,
	findFaults,
	flyByRobot,
	patternCard,
	reportScan,
	TECHNIQUES,
	FAULT_NAMES,
	type FaultKind,
	type PatternId,
	type PilotId,
	type RobotFlight,
	type TaskCard
} from '@hanza/core';
import { aircraftShelf, areaShelf, cardShelf, standardShelf } from '$data';

const FLIGHTS = Number(process.argv[2] ?? 100);
const aircraft = aircraftShelf.get('ferrin-160');
const area = areaShelf.get('veskar');
const standard = standardShelf.get('us-instrument');
const setting = { aircraft, area: area.id, headingDeg: 90 };
const pattern = (id: PatternId, altitudeFt: number) => patternCard(id, { ...setting, altitudeFt });
const descent = cardShelf.get('approach-descent');

/** Which pilot has the fault, and the cards on which it can be shown. */
const CASES: { kind: FaultKind | 'fixation' | 'omission'; pilot: PilotId; cards: TaskCard[] }[] = [
	{ kind: 'descent-before-slowing', pilot: 'hasty', cards: [descent] },
	{ kind: 'late-level-off', pilot: 'hasty', cards: [descent, pattern('rate-climb', 1500)] },
	{
		kind: 'two-changes-at-once',
		pilot: 'juggler',
		cards: [pattern('standard-turns', 3000), pattern('oval', 2500)]
	},
	{
		kind: 'chases-vertical-speed',
		pilot: 'chaser',
		cards: [pattern('straight-level', 3000), pattern('racetrack-climbs', 1500)]
	},
	{ kind: 'speed-lost', pilot: 'coaster', cards: [descent, pattern('racetrack-climbs', 1500)] },
	{ kind: 'bank-held', pilot: 'holder', cards: [pattern('standard-turns', 3000), pattern('oval', 2500)] },
	{ kind: 'fixation', pilot: 'starer', cards: [pattern('straight-level', 3000)] },
	{ kind: 'omission', pilot: 'omitter', cards: [pattern('straight-level', 3000)] }
];

/** The weather of a flight: calm, light or moderate turbulence, and up to 25 kt from anywhere. */
function weathered(card: TaskCard, seed: number): TaskCard {
	const turbulence = (['none', 'light', 'moderate'] as const)[seed % 3]!;
	const speedKt = (seed * 7) % 26;
	return {
		...card,
		weather: {
			...card.weather,
			turbulence,
			windLayers: [{ altitudeFt: 0, fromDeg: (seed * 47) % 360, speedKt }]
		}
	};
}

const kindsOf = (card: TaskCard, flight: RobotFlight): Set<string> =>
	new Set([
		...findFaults(card, flight.track, cutPhases(card, flight.track)).map(({ kind }) => kind as string),
		...reportScan(flight.looks, card.school ?? 'hub-and-spoke', flight.track, card, standard).faults.map(
			({ kind }) => kind as string
		)
	]);

const clean = new Map<string, Set<string>>();
function found(pilot: PilotId, card: TaskCard, seed: number): Set<string> {
	const key = `${pilot} ${card.id} ${seed}`;
	const known = clean.get(key);
	if (known) return known;
	const set = weathered(card, seed);
	const kinds = kindsOf(set, flyByRobot(set, aircraft, area, TECHNIQUES[pilot], seed, 900));
	clean.set(key, kinds);
	return kinds;
}

const only = process.argv[3];
const rows: string[] = [];
for (const { kind, pilot, cards } of CASES) {
	if (only && kind !== only) continue;
	const counts = { hit: 0, missed: 0, false: 0, right: 0 };
	const byWeather: Record<string, string> = {};
	for (let seed = 1; seed <= FLIGHTS; seed++) {
		const card = cards[seed % cards.length]!;
		const weather = ['calm', 'light', 'moderate'][seed % 3]!;
		if (found(pilot, card, seed).has(kind)) counts.hit++;
		else {
			counts.missed++;
			byWeather[weather] = (byWeather[weather] ?? '') + 'm';
		}
		if (found('steady', card, seed).has(kind)) {
			counts.false++;
			byWeather[weather] = (byWeather[weather] ?? '') + 'f';
		} else counts.right++;
	}
	const precision = counts.hit / Math.max(1, counts.hit + counts.false);
	const recall = counts.hit / FLIGHTS;
	const name = kind in FAULT_NAMES ? FAULT_NAMES[kind as FaultKind] : kind;
	rows.push(
		`| ${name} | ${pilot} | ${cards.map((card) => card.name).join('; ')} | ${2 * FLIGHTS} | ${counts.hit} | ${counts.missed} | ${counts.false} | ${precision.toFixed(2)} | ${recall.toFixed(2)} |`
	);
	console.log(
		kind,
		JSON.stringify(counts),
		precision.toFixed(2),
		recall.toFixed(2),
		JSON.stringify(byWeather)
	);
}
if (!only && FLIGHTS >= 100)
	writeFileSync(
		'docs/detectors.md',
		`# Fault detectors: precision and recall

Written by \`npm run detectors\`. Each fault on ${2 * FLIGHTS} seeded robot flights, half of them by the pilot that has the
fault on purpose, half by the steady one on the same cards; one third each in calm air, light and moderate turbulence,
with up to 25 kt of wind from anywhere. A flight counts as found when the fault is named at least once in it.
Thresholds: \`core/src/grading/fault.ts\` and \`core/src/scan/looks.ts\`; every one is a setting.

| fault | pilot | cards | flights | found | missed | named on clean flights | precision | recall |
| --- | --- | --- | ---: | ---: | ---: | ---: | ---: | ---: |
${rows.join('\n')}

These are robots, not students: they say that the detector finds the fault it defines and leaves clean flying alone, not
how often a student has it.
`
	);
