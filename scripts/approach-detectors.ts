// npm run approach-detectors -- [flights] [first seed] [faults, by commas]: precision and recall of the detectors of approaches
// on flights of the robots and of the human-like pilot, of those who have the fault and of those who have not; all faults
// together write docs/approach-detectors.md. With FLIGHTS=folder each flight is kept there and read again the next time.
import { writeFileSync } from 'node:fs';
import { isMainThread } from 'node:worker_threads';
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
import { flyByHuman, type Account } from '../core/test/human/human-pilot.js';
import { approachTruthOf } from '../core/test/human/approach-truth.js';
import { meantBy } from '../core/test/human/truth.js';
import { answer, found, keptFlight, tally, told } from './flight-pool.js';

const FLIGHTS = Number(process.argv[2] ?? 24);
const FIRST_SEED = Number(process.argv[3] ?? 1);
const only = process.argv[4]?.split(',');
const AIRS = ['none', 'light'] as const;
const PILOTS = ['robot', 'human'] as const;
const area = areaCatalog.get('veskar');
const PRECISE = ['ves-ils-10', 'ves-rnav-28', 'ham-rnav-33'];
const STEPPED = ['ost-loc-30', 'ves-loc-10', 'ost-rnav-30', 'ves-bc-28', 'ves-vor-dme-28'];
const TIMED = ['ost-vor-30', 'ves-ndb-10'];

/** Who has each fault, on which approaches, from where on, and whether the runway is to be seen. */
interface Case {
	kind: FaultKind;
	pilot: PilotId;
	on: string[];
	part: 'final' | 'missed' | 'whole';
	seen?: boolean;
	/** One whose flap or gear moves on the final. */
	aircraft?: string;
}
const CASES: Case[] = [
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
	{
		kind: 'configuration-wrong',
		pilot: 'unconfigured',
		on: [...PRECISE, ...STEPPED],
		part: 'final',
		aircraft: 'ostrel-240'
	},
	{ kind: 'unstable-approach', pilot: 'fast-finisher', on: PRECISE, part: 'final' }
];

interface Job {
	by: (typeof PILOTS)[number];
	pilot: PilotId;
	aircraft: string;
	procedure: string;
	part: Case['part'];
	seen: boolean;
	seed: number;
	air: (typeof AIRS)[number];
}

function fly(job: Job): string[] {
	const { seed, air, seen, part } = job;
	const aircraft = aircraftCatalog.get(job.aircraft);
	const weather: Weather = {
		seaLevelPressureHpa: 1013.25,
		temperatureOffsetC: 0,
		windLayers: [{ altitudeFt: 0, fromDeg: (seed * 47) % 360, speedKt: (seed * 7) % 21 }],
		turbulence: air,
		clouds: [{ baseFt: seen ? 900 : 150, topsFt: 6000 }],
		visibilityM: 6000
	};
	const card = approachCard(procedureCatalog.get(job.procedure), { area, aircraft, weather, part });
	const flight = keptFlight(Object.values(job).join('_'), () =>
		(job.by === 'robot' ? flyByRobot : flyByHuman)(
			card,
			aircraft,
			area,
			TECHNIQUES[job.pilot],
			seed,
			part === 'whole' ? 900 : 600
		)
	);
	const { track, looks } = flight;
	const account = 'account' in flight ? (flight.account as Account) : null;
	const loaded = loadedAircraft(aircraft, card.loading);
	const evidence = new Evidence(card, track, cutPhases(card, track), loaded, {}, looks);
	return [
		...findFaults(evidence).map(({ kind }) => kind),
		...CASES.map(({ kind }) => told(kind, approachTruthOf(kind, evidence, meantBy(job.pilot), account)))
	];
}

async function measure(): Promise<void> {
	const cases = CASES.filter(({ kind }) => !only || only.includes(kind));
	const seeds = Array.from({ length: FLIGHTS }, (_, i) => FIRST_SEED + i);
	const jobOf = (one: Case, pilot: PilotId, by: Job['by'], air: Job['air'], seed: number): Job => ({
		by,
		pilot,
		aircraft: one.aircraft ?? 'ferrin-160',
		procedure: one.on[seed % one.on.length]!,
		part: one.part,
		seen: one.seen ?? false,
		seed,
		air
	});
	const kinds = await found(
		cases.flatMap((one) =>
			PILOTS.flatMap((by) =>
				AIRS.flatMap((air) =>
					seeds.flatMap((seed) => [jobOf(one, one.pilot, by, air, seed), jobOf(one, 'steady', by, air, seed)])
				)
			)
		),
		new URL(import.meta.url)
	);
	const lines = PILOTS.map((by) =>
		cases.map((one) => {
			const cells = AIRS.map((air) => {
				const { precision, recall, wrong, neither, which } = tally(
					one.kind,
					[one.pilot, 'steady' as const].flatMap((pilot) =>
						seeds.map((seed) => [`${pilot} ${seed}`, kinds(jobOf(one, pilot, by, air, seed))] as const)
					)
				);
				if (process.env.WHICH && which.length > 0) console.log(by, air, one.kind, which.join(', '));
				return `${precision.toFixed(2)} | ${recall.toFixed(2)} | ${wrong} | ${neither}`;
			});
			console.log(by.padEnd(6), one.kind.padEnd(26), cells.join('   '));
			return `| ${FAULT_NAMES[one.kind]} | ${one.on.length} | ${cells.join(' | ')} |`;
		})
	);
	if (!only && FLIGHTS >= 16) writeFileSync('docs/approach-detectors.md', table(lines));
}

const HEAD = `| fault | approaches | calm: precision | recall | wrongly | neither | light: precision | recall | wrongly | neither |
| --- | ---: | ---: | ---: | ---: | ---: | ---: | ---: | ---: | ---: |`;

const table = ([robots, humans]: string[][]): string => `# Detectors of approaches: precision and recall

Written by \`npm run approach-detectors -- ${FLIGHTS} ${FIRST_SEED}\`. Each fault on ${4 * FLIGHTS} seeded flights of the robots, and on ${4 * FLIGHTS} of the
human-like pilot of docs/detectors.md: in each air ${FLIGHTS} with the fault on purpose and ${FLIGHTS} without it, over several approaches
in up to 20 kt from anywhere. A flight counts as found when the fault is named at least once in it.
What is a matter of where the aeroplane was (broke the step-down, below the path in sight, not stabilised, on below the
minimum) is told by where it was, its gusts taken out, on purpose or by chance; a chased glidepath by the rates that the
human-like pilot meant. Each by edges of its own to either side of which nobody would argue (\`core/test/human/approach-truth.ts\`);
"neither" are the flights between those edges, and those that meant the fault and never came to it. All else is told by what the
pilot was told to do. "Wrongly" are flights in which it was named and not done.
Wanted are 0.95 and 0.95.

## By the human-like pilot

${HEAD}
${humans!.join('\n')}

## By the robots

They fly the faults plainly, and prove less about people.

${HEAD}
${robots!.join('\n')}
`;

if (isMainThread) await measure();
else answer(fly);
