// npm run bench: figures for docs/bench.md. Measures; judges nothing.
import { spawnSync } from 'node:child_process';
import { existsSync, readFileSync, writeFileSync } from 'node:fs';
import { cpus } from 'node:os';
import { gzipSync } from 'node:zlib';
import { Bench } from 'tinybench';
import {
	airplaneIn,
	approachSpeeds,
	attitudeOf,
	checkProcedure,
	DOWN,
	encodeChunk,
	EquationsOfMotion,
	Flight,
	flyByRobot,
	gradeFlight,
	Integrator,
	planProcedure,
	setupOf,
	solveArc,
	solveHold,
	solveModes,
	solveReversal,
	standardDay,
	STEPS_PER_SECOND,
	TECHNIQUES,
	toDegrees,
	trimmedFlight
} from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog, procedureCatalog, standardCatalog } from '$data';

const card = cardCatalog.get('approach-descent');
const aircraft = aircraftCatalog.get(card.aircraft);
const area = areaCatalog.get(card.area);
const standard = standardCatalog.get('us-instrument');
const rows: [string, string][] = [];

const level = () =>
	trimmedFlight(aircraft, {
		airspeedKcas: 90,
		verticalSpeedFpm: 0,
		altitudeFt: 5000,
		flapsDeg: 0,
		bankDeg: 0,
		headingDeg: 0,
		...standardDay
	});

/** A minute of moving controls, with each step cut in `parts`. */
function fly(parts: number, integrate: 'rk4' | 'euler' = 'rk4') {
	const trimmed = level();
	const airplane = airplaneIn(trimmed, aircraft);
	const { elevatorDeg, aileronDeg } = trimmed;
	const equations = new EquationsOfMotion(airplane);
	const integrator = new Integrator(equations);
	const state = trimmed.state.slice();
	const rates = new Float64Array(state.length);
	for (let i = 0; i < 60 * STEPS_PER_SECOND; i++) {
		const t = i / STEPS_PER_SECOND;
		airplane.surfaces.elevatorDeg = elevatorDeg + 1.5 * Math.sin(0.9 * t);
		airplane.surfaces.aileronDeg = aileronDeg + 3 * Math.sin(0.6 * t);
		for (let k = 0; k < parts; k++) {
			const seconds = 1 / STEPS_PER_SECOND / parts;
			if (integrate === 'rk4') integrator.step(state, trimmed.environment, seconds);
			else {
				equations.derivative(state, trimmed.environment, rates);
				for (let s = 0; s < state.length; s++) state[s] = state[s]! + seconds * rates[s]!;
			}
		}
	}
	return { feet: -state[DOWN]! / 0.3048, pitch: toDegrees(attitudeOf(state).pitch) };
}
const [whole, quarter] = [fly(1), fly(4)];
rows.push([
	'integration, 1 min of moving controls: step against a quarter of it (Kutta’s third order)',
	`${Math.abs(whole.feet - quarter.feet).toExponential(1)} ft, ${Math.abs(whole.pitch - quarter.pitch).toExponential(1)}°`
]);
const euler = fly(1, 'euler');
rows.push([
	'the same with Euler’s method, for comparison',
	`${Math.abs(euler.feet - quarter.feet).toFixed(1)} ft`
]);

const bench = new Bench({ time: 1500 });
const flight = new Flight({ ...setupOf(card, aircraft, area), assist: 'direct', seed: 1 });
const robot = flyByRobot(card, aircraft, area, TECHNIQUES.steady, 1);
const linear = {
	aircraft: {
		massKg: 1247.38,
		wingAreaM2: 17.0942,
		spanM: 10.1803,
		chordM: 1.7374,
		ixx: 1420.9,
		iyy: 4067.5,
		izz: 4786,
		derivatives: {
			CL: 0.41,
			CD: 0.05,
			CLalpha: 4.44,
			CDalpha: 0.33,
			Cmalpha: -0.683,
			CLalphadot: 0,
			Cmalphadot: -4.36,
			CLq: 3.8,
			Cmq: -9.96,
			CYbeta: -0.564,
			Clbeta: -0.074,
			Cnbeta: 0.071,
			Clp: -0.41,
			Cnp: -0.0575,
			Clr: 0.107,
			Cnr: -0.125
		}
	},
	trueAirspeedMps: 53.6448,
	airDensityKgM3: 1.225
};
const beginning = flight.snapshot();
// A minute of it, so that going back to the beginning weighs nothing.
const MINUTE_STEPS = 60 * STEPS_PER_SECOND;
const still = level();
const bare = new Integrator(new EquationsOfMotion(airplaneIn(still, aircraft)));
const moving = still.state.slice();
const minutes = {
	withPanel: () => {
		flight.restore(beginning);
		for (let i = 0; i < MINUTE_STEPS; i++) flight.step(flight.initialControls);
	},
	bare: () => {
		moving.set(still.state);
		for (let i = 0; i < MINUTE_STEPS; i++) bare.step(moving, still.environment, 1 / STEPS_PER_SECOND);
	}
};
const msOf = (work: () => void): number => {
	const began = performance.now();
	work();
	return performance.now() - began;
};
// In turn: the pace of a shared machine changes within seconds, for both alike.
const ROUNDS = 300;
const WARM = 20;
const rounds = Array.from({ length: WARM + ROUNDS }, () => ({
	withPanel: msOf(minutes.withPanel),
	bare: msOf(minutes.bare)
})).slice(WARM);
const sorted = (values: number[]) => values.sort((x, y) => x - y);
const paceOf = (values: number[]): string => {
	const at = (share: number) => values[Math.floor(share * (values.length - 1))]!;
	const times = (ms: number) =>
		`${ms.toFixed(2)} ms, ${Math.round(60_000 / ms).toLocaleString('en')} times real time`;
	return `median ${times(at(0.5))}; fastest tenth ${times(at(0.1))}; slowest tenth ${times(at(0.9))}`;
};
rows.push(
	[
		`one minute of simulation with panel and radios, ${ROUNDS} times`,
		paceOf(sorted(rounds.map(({ withPanel }) => withPanel)))
	],
	[
		'one minute of the bare integrator (Kutta’s third order, 120 steps a second), in turn with it',
		paceOf(sorted(rounds.map(({ bare: ms }) => ms)))
	],
	[
		'the step with panel and radios against the bare integrator beside it',
		`${sorted(rounds.map((round) => round.withPanel / round.bare))[ROUNDS / 2]!.toFixed(2)} times its time`
	]
);
bench.add('a robot flight of 4 min with recording and grade', () => {
	const { track } = flyByRobot(card, aircraft, area, TECHNIQUES.steady, 1);
	gradeFlight(track, card, standard, aircraft);
});
bench.add('modes of one aeroplane', () => void solveModes(linear));
bench.add('grade of a 4 min flight', () => void gradeFlight(robot.track, card, standard));
const inWind = { trueAirspeedKt: 100, windFromDeg: 300, windSpeedKt: 20 };
bench.add(
	'hold solved in wind, with the schools',
	() =>
		void solveHold({
			inboundCourseDeg: 30,
			turns: 'right',
			inboundSeconds: 60,
			bankLimitDeg: 25,
			...inWind
		})
);
bench.add(
	'arc of 90° solved in wind',
	() =>
		void solveArc({
			radiusNm: 10,
			direction: 'clockwise',
			fromRadialDeg: 200,
			toRadialDeg: 290,
			stepDeg: 10,
			...inWind
		})
);
bench.add(
	'reversal: the longest inside 10 NM',
	() => void solveReversal({ outboundCourseDeg: 20, kind: '45/180', side: 'left', limitNm: 10, ...inWind })
);
const ils = procedureCatalog.get('ves-ils-10');
const planSetting = {
	area,
	weather: { ...standardDay, windLayers: [{ altitudeFt: 0, fromDeg: 200, speedKt: 18 }] },
	speeds: approachSpeeds(aircraft),
	minimum: ils.minima[0]!
};
bench.add('leg engine: an ILS from 14 NM to its hold, in wind', () => void planProcedure(ils, planSetting));
bench.add('check of a procedure', () => void checkProcedure(ils, area));
await bench.run();
for (const task of bench.tasks) {
	const { result } = task;
	if (result.state !== 'completed') throw new Error(`${task.name} did not run`);
	const ms = result.latency.mean;
	const simulated = task.name.startsWith('a robot flight') ? robot.simulatedSeconds : 0;
	const more =
		simulated > 0 ? `, ${Math.round((1000 * simulated) / ms).toLocaleString('en')} times real time` : '';
	rows.push([task.name, `${ms.toFixed(ms < 0.1 ? 4 : 2)} ms${more}`]);
}
const approach = cardCatalog.get('approach-ves-ils-10');
const began = performance.now();
const flownApproach = flyByRobot(approach, aircraft, area, TECHNIQUES.steady, 1);
gradeFlight(flownApproach.track, approach, standard, aircraft);
rows.push([
	`an approach of ${Math.round(flownApproach.simulatedSeconds / 60)} min flown by the robot and graded`,
	`${((performance.now() - began) / 1000).toFixed(2)} s`
]);
const bytes = gzipSync(encodeChunk({ first: 0, track: robot.track }), { level: 9 }).length;
rows.push([
	'recording, compressed, an hour',
	`${(((bytes / robot.track.seconds) * 3600) / 1e6).toFixed(2)} MB`
]);

const wind = '{"courseDeg":0,"trueAirspeedKt":100,"windFromDeg":90,"windSpeedKt":20}\n';
const time = (args: string[], input: string, command = ['npm', 'run', '-s', 'hanza', '--']) => {
	const started = performance.now();
	// Without room for the whole answer the child would be cut off at a megabyte, and look fast.
	const { status, error } = spawnSync(command[0]!, [...command.slice(1), ...args], {
		input,
		maxBuffer: 2 ** 30
	});
	if (error || status !== 0)
		throw new Error(`${command.join(' ')} ${args.join(' ')}: ${error?.message ?? status}`);
	return performance.now() - started;
};
const median = (command?: string[], args = ['wind'], input = wind) =>
	Array.from({ length: 7 }, () => time(args, input, command)).sort((a, b) => a - b)[3]!;
time(['wind'], wind);
const start = median();
const own = median(['node', 'cli/hanza.mjs']);
rows.push(['command line: npm run -s hanza, start to answer, median of 7', `${(start / 1000).toFixed(2)} s`]);
rows.push(['the same without npm (node cli/hanza.mjs)', `${(own / 1000).toFixed(2)} s`]);
rows.push(['Node alone (node -e 0)', `${(median(['node'], ['-e', '0']) / 1000).toFixed(2)} s`]);
const many = 50_000;
const spent = median(['node', 'cli/hanza.mjs'], ['wind', '--lines'], wind.repeat(many)) - own;
rows.push([
	'command line: simple inputs with --lines',
	`${Math.round(many / (spent / 1000)).toLocaleString('en')} a second`
]);

// What bench-cockpit.mjs and bench-desk.mjs saw in the browser just before.
for (const seen of ['.hanza/bench-cockpit.json', '.hanza/bench-desk.json', '.hanza/bench-school.json'])
	if (existsSync(seen)) rows.push(...(JSON.parse(readFileSync(seen, 'utf8')) as [string, string][]));

const table = [
	'| what | figure |',
	'| --- | --- |',
	...rows.map(([what, figure]) => `| ${what} | ${figure} |`)
].join('\n');
console.log(table);
writeFileSync(
	'docs/bench.md',
	`# Figures\n\nWritten by \`npm run bench\` on ${cpus().length} cores (${cpus()[0]!.model.trim()}), Node ${process.version}. They say what was seen there, not what must be.\n\n${table}\n`
);
