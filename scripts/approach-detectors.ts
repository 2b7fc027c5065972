// npm run approach-detectors -- [flights]: precision and recall of the detectors of approaches on flights of the robots,
// those who have the fault and those who have not; writes docs/approach-detectors.md.
import { writeFileSync } from 'node:fs';
import {
	approachCard,
	cutPhases,
	Evidence,
	FAULT_NAMES,
	findFaults,
	flyByRobot,
	loadedAircraft,
	TECHNIQUES,
	type FaultKind,
	type PilotId,
	type Weather
} from '@hanza/core';
import { aircraftCatalog, areaCatalog, procedureCatalog } from '$data';

const FLIGHTS = Number(process.argv[2] ?? 24);
const AIRS = ['none', 'light'] as const;
const area = areaCatalog.get('veskar');
const aircraft = aircraftCatalog.get('ferrin-160');
const PRECISE = ['ves-ils-10', 'ves-rnav-28', 'ham-rnav-33'];
const STEPPED = ['ost-loc-30', 'ves-loc-10', 'ost-rnav-30', 'ves-bc-28', 'ves-vor-dme-28'];
const TIMED = ['ost-vor-30', 'ves-ndb-10'];

/** Who has each fault, on which approaches, from where on, and whether the runway is to be seen. */
const CASES: {
	kind: FaultKind;
	pilot: PilotId;
	on: string[];
	part: 'final' | 'missed' | 'whole';
	seen?: boolean;
}[] = [
	{ kind: 'step-down-broken', pilot: 'step-breaker', on: STEPPED, part: 'final' },
	{ kind: 'chases-glidepath', pilot: 'path-chaser', on: PRECISE, part: 'final' },
	{ kind: 'below-path-in-sight', pilot: 'ducker', on: PRECISE, part: 'final', seen: true },
	{
		kind: 'descended-unestablished',
		pilot: 'beside-flyer',
		on: ['ves-ils-10', 'ves-loc-10', 'ost-loc-30', 'ost-rnav-30'],
		part: 'final'
	},
	{ kind: 'continued-unseen', pilot: 'presser-on', on: PRECISE, part: 'final' },
	{ kind: 'missed-action', pilot: 'late-misser', on: [...PRECISE, ...STEPPED], part: 'missed' },
	{ kind: 'clock-not-started', pilot: 'clockless', on: TIMED, part: 'final' },
	{ kind: 'needle-source', pilot: 'wrong-sourced', on: [...PRECISE, ...STEPPED], part: 'final' },
	{ kind: 'looked-out-early', pilot: 'peeker', on: PRECISE, part: 'final' },
	{ kind: 'bug-not-set', pilot: 'bugless', on: [...PRECISE, ...STEPPED], part: 'final' },
	{ kind: 'altitude-not-reset', pilot: 'reminder-forgetter', on: STEPPED, part: 'whole' },
	{ kind: 'configuration-wrong', pilot: 'unconfigured', on: [...PRECISE, ...STEPPED], part: 'final' },
	{ kind: 'unstable-approach', pilot: 'fast-finisher', on: PRECISE, part: 'final' }
];

function kindsOf(
	pilot: PilotId,
	{ on, part, seen = false }: (typeof CASES)[number],
	seed: number,
	air: (typeof AIRS)[number]
): Set<string> {
	const procedure = procedureCatalog.get(on[seed % on.length]!);
	const weather: Weather = {
		seaLevelPressureHpa: 1013.25,
		temperatureOffsetC: 0,
		windLayers: [{ altitudeFt: 0, fromDeg: (seed * 47) % 360, speedKt: (seed * 7) % 21 }],
		turbulence: air,
		clouds: [{ baseFt: seen ? 900 : 150, topsFt: 6000 }],
		visibilityM: 6000
	};
	const card = approachCard(procedure, { area, aircraft, weather, part });
	const { track, looks } = flyByRobot(
		card,
		aircraft,
		area,
		TECHNIQUES[pilot],
		seed,
		part === 'whole' ? 900 : 600
	);
	const evidence = new Evidence(
		card,
		track,
		cutPhases(card, track),
		loadedAircraft(aircraft, card.loading),
		{},
		looks
	);
	return new Set(findFaults(evidence).map(({ kind }) => kind));
}

const lines = CASES.map((one) => {
	const cells = AIRS.map((air) => {
		let [hit, wrong] = [0, 0];
		for (let seed = 1; seed <= FLIGHTS; seed++) {
			if (kindsOf(one.pilot, one, seed, air).has(one.kind)) hit++;
			if (kindsOf('steady', one, seed, air).has(one.kind)) wrong++;
		}
		const precision = hit + wrong > 0 ? hit / (hit + wrong) : 0;
		return `${precision.toFixed(2)} | ${(hit / FLIGHTS).toFixed(2)} | ${wrong}`;
	});
	console.log(one.kind.padEnd(26), cells.join('   '));
	return `| ${FAULT_NAMES[one.kind]} | ${one.on.length} | ${cells.join(' | ')} |`;
});
writeFileSync(
	'docs/approach-detectors.md',
	`# Detectors of approaches: precision and recall

Written by \`npm run approach-detectors\`. Each fault on ${4 * FLIGHTS} seeded flights of the robots, ${FLIGHTS} with the fault and ${FLIGHTS}
without it in each air, over several approaches in up to 20 kt from anywhere. These are the project's own robots: they fly
the faults plainly, and prove less about people than the figures of docs/detectors.md, whose human-like pilot does not fly
approaches yet.

| fault | approaches | calm: precision | recall | named without | light: precision | recall | named without |
| --- | --- | --- | --- | --- | --- | --- | --- |
${lines.join('\n')}
`
);
