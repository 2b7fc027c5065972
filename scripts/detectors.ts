// npm run detectors -- [flights] [attitude|navigation|one fault]: precision and recall of the fault detectors on
// seeded robot flights; writes docs/detectors.md and docs/detectors-navigation.md.
import { once } from 'node:events';
import { writeFileSync } from 'node:fs';
import { availableParallelism } from 'node:os';
import { isMainThread, parentPort, Worker } from 'node:worker_threads';
import {
	cutPhases,
	Evidence,
	findFaults,
	signedDeg,
	flyByRobot,
	patternCard,
	reportScan,
	TECHNIQUES,
	GALLERY,
	type PatternId,
	type PilotId,
	type RobotFlight,
	type ShownFault,
	type TaskCard
} from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog, standardCatalog } from '$data';

const FLIGHTS = Number(process.argv[2] ?? 100);
const aircraft = aircraftCatalog.get('ferrin-160');
const area = areaCatalog.get('veskar');
const standard = standardCatalog.get('us-instrument');
const setting = { aircraft, area: area.id, headingDeg: 90 };
const pattern = (id: PatternId, altitudeFt: number) => patternCard(id, { ...setting, altitudeFt });
const descent = cardCatalog.get('approach-descent');

/** A fault, and the cards on which it can be shown; the pilot that has it is the gallery's. */
interface Case {
	kind: ShownFault;
	cards: TaskCard[];
	/** Where the wind has to blow from for the fault to show, off the course: across it, along it, or anywhere. */
	wind?: 'across' | 'along';
}
const shownBy = (fault: ShownFault) => GALLERY.find(({ kind }) => kind === fault)!;
const shipped = (...ids: string[]) => ids.map((id) => cardCatalog.get(id));
const TRACKS = shipped('bracket', 'track-crosswind');
const NAVIGATION: Case[] = [
	{ kind: 'chases-needle', cards: TRACKS, wind: 'across' },
	{
		kind: 'turn-held-until-centred',
		cards: shipped('intercept-inbound', 'track-crosswind'),
		wind: 'across'
	},
	{ kind: 'corrects-too-much', cards: TRACKS, wind: 'across' },
	{ kind: 'corrects-too-little', cards: TRACKS, wind: 'across' },
	{ kind: 'no-wind-correction', cards: TRACKS, wind: 'across' },
	{
		kind: 'reverse-sensing',
		cards: shipped('intercept-inbound', 'intercept-outbound'),
		wind: 'across'
	},
	{
		kind: 'not-identified',
		cards: shipped('intercept-inbound', 'bracket'),
		wind: 'across'
	},
	{
		kind: 'hold-timing',
		cards: shipped('hold-direct', 'hold-teardrop'),
		wind: 'along'
	},
	{
		kind: 'hold-entry',
		cards: shipped('hold-direct', 'hold-teardrop', 'hold-parallel'),
		wind: 'along'
	}
];
const CASES: Case[] = [
	{ kind: 'descent-before-slowing', cards: [descent] },
	{ kind: 'late-level-off', cards: [descent, pattern('rate-climb', 1500)] },
	{
		kind: 'two-changes-at-once',
		cards: [pattern('standard-turns', 3000), pattern('oval', 2500)]
	},
	{
		kind: 'chases-vertical-speed',
		cards: [pattern('straight-level', 3000), pattern('racetrack-climbs', 1500)]
	},
	{ kind: 'speed-lost', cards: [descent, pattern('racetrack-climbs', 1500)] },
	{ kind: 'bank-held', cards: [pattern('standard-turns', 3000), pattern('oval', 2500)] },
	{ kind: 'fixation', cards: [pattern('straight-level', 3000)] },
	{ kind: 'omission', cards: [pattern('straight-level', 3000)] }
];

/** The course of the phase that a card is about. */
function courseOfCard(card: TaskCard): number {
	const path = card.phases
		.map(({ path: one }) => one)
		.findLast((one) => one?.kind === 'course' || one?.kind === 'hold');
	return path?.kind === 'hold' ? path.inboundCourseDeg : path?.kind === 'course' ? path.courseDeg : 0;
}

/**
 * The weather of a flight: calm, light or moderate turbulence, and up to 25 kt from anywhere; where the wind has
 * to be felt, 10 to 25 kt within 35° of across or along the course.
 */
function weathered(card: TaskCard, seed: number, wind?: Case['wind']): TaskCard {
	const turbulence = (['none', 'light', 'moderate'] as const)[seed % 3]!;
	const speedKt = wind ? 10 + ((seed * 7) % 16) : (seed * 7) % 26;
	const about = courseOfCard(card) + (wind === 'across' ? 90 : 0) + (seed % 2 ? 180 : 0);
	const fromDeg = wind
		? (((about + signedDeg(seed * 23) * (35 / 180)) % 360) + 360) % 360
		: (seed * 47) % 360;
	return {
		...card,
		weather: {
			...card.weather,
			turbulence,
			windLayers: [{ altitudeFt: 0, fromDeg, speedKt }]
		}
	};
}

function kindsOf(card: TaskCard, flight: RobotFlight): Set<string> {
	const times = cutPhases(card, flight.track);
	return new Set([
		...findFaults(new Evidence(card, flight.track, times), ['attitude', 'navigation']).map(
			({ kind }) => kind as string
		),
		...reportScan(flight.looks, card.school ?? 'hub-and-spoke', flight.track, card, standard).faults.map(
			({ kind }) => kind as string
		)
	]);
}

/** One flight: who, which card, seed and wind. */
interface Job {
	pilot: PilotId;
	card: string;
	seed: number;
	wind: Case['wind'];
}
const cardsById = new Map(
	[...CASES, ...NAVIGATION].flatMap(({ cards }) => cards.map((card) => [card.id, card]))
);

function fly({ pilot, card: id, seed, wind }: Job): string[] {
	const card = cardsById.get(id)!;
	const set = weathered(card, seed, wind);
	const longest = card.navigation ? 1500 : 900;
	return [...kindsOf(set, flyByRobot(set, aircraft, area, TECHNIQUES[pilot], seed, longest))];
}

/** Flies all of the jobs, each once, on every core. */
async function flown(jobs: readonly Job[]): Promise<Map<string, Set<string>>> {
	const waiting = [...new Map(jobs.map((job) => [JSON.stringify(job), job])).values()];
	const kinds = new Map<string, Set<string>>();
	const file = new URL(import.meta.url);
	await Promise.all(
		Array.from({ length: availableParallelism() }, async () => {
			const worker = new Worker(file);
			const asked = async (job: Job): Promise<string[]> => {
				worker.postMessage(job);
				const [found] = (await once(worker, 'message')) as [string[]];
				return found;
			};
			for (let job = waiting.pop(); job; job = waiting.pop()) {
				kinds.set(JSON.stringify(job), new Set(await asked(job)));
				if (waiting.length % 50 === 0) console.log(`${waiting.length} flights left`);
			}
			await worker.terminate();
		})
	);
	return kinds;
}

const only = process.argv[3];
const SETS = {
	attitude: { cases: CASES, file: 'docs/detectors.md', of: 'attitude flying' },
	navigation: { cases: NAVIGATION, file: 'docs/detectors-navigation.md', of: 'radio navigation' }
} as const;

async function measure(): Promise<void> {
	for (const [set, { cases, file, of }] of Object.entries(SETS) as [
		keyof typeof SETS,
		(typeof SETS)[keyof typeof SETS]
	][]) {
		const rows: string[] = [];
		const asked = cases.filter(({ kind }) => !only || only === set || kind === only);
		const seeds = Array.from({ length: FLIGHTS }, (_, i) => i + 1);
		const job = ({ cards, wind }: Case, pilot: PilotId, seed: number): Job => ({
			pilot,
			card: cards[seed % cards.length]!.id,
			seed,
			wind
		});
		const kinds = await flown(
			asked.flatMap((one) =>
				seeds.flatMap((seed) => [job(one, shownBy(one.kind).pilot, seed), job(one, 'steady', seed)])
			)
		);
		for (const one of asked) {
			const { kind, cards } = one;
			const { pilot, name } = shownBy(kind);
			const found = (by: PilotId, seed: number) => kinds.get(JSON.stringify(job(one, by, seed)))!.has(kind);
			const counts = { hit: 0, missed: 0, false: 0, right: 0 };
			const byWeather: Record<string, string> = {};
			for (const seed of seeds) {
				const weather = ['calm', 'light', 'moderate'][seed % 3]!;
				if (found(pilot, seed)) counts.hit++;
				else {
					counts.missed++;
					byWeather[weather] = (byWeather[weather] ?? '') + 'm';
				}
				if (found('steady', seed)) {
					counts.false++;
					byWeather[weather] = (byWeather[weather] ?? '') + 'f';
				} else counts.right++;
			}
			const precision = counts.hit / Math.max(1, counts.hit + counts.false);
			const recall = counts.hit / FLIGHTS;
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
		if (rows.length < cases.length || FLIGHTS < 40) continue;
		writeFileSync(file, table(of, set, rows));
	}
}

const table = (of: string, set: keyof typeof SETS, rows: readonly string[]): string =>
	`# Fault detectors of ${of}: precision and recall

Written by \`npm run detectors\`. Each fault on ${2 * FLIGHTS} seeded robot flights, half of them by the pilot that has the
fault on purpose, half by the steady one on the same cards; one third each in calm air, light and moderate turbulence,
with ${set === 'attitude' ? 'up to 25 kt of wind from anywhere' : '10 to 25 kt of wind, within 35° of across the course (holds: of along it)'}. A flight counts as found when the fault is named at least once in it.
Thresholds: \`core/src/grading/detector-settings.ts\`${set === 'attitude' ? ' and \`core/src/training/scan/looks.ts\`' : ''}; every one is a setting.

| fault | pilot | cards | flights | found | missed | named on clean flights | precision | recall |
| --- | --- | --- | ---: | ---: | ---: | ---: | ---: | ---: |
${rows.join('\n')}

These are robots, not students: they say that the detector finds the fault it defines and leaves clean flying alone, not
how often a student has it.
`;

if (isMainThread) await measure();
else parentPort!.on('message', (job: Job) => parentPort!.postMessage(fly(job)));
