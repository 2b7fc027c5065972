import { Ajv } from 'ajv';
import { spawnSync } from 'node:child_process';
import { beforeAll, describe, expect, it } from 'vitest';

const run = (args: string[], input = '') =>
	spawnSync(process.execPath, ['cli/hanza.mjs', ...args], {
		input,
		encoding: 'utf8',
		maxBuffer: 64 * 1024 * 1024
	});

describe('the command line', () => {
	beforeAll(() => {
		// The first start may build it.
		run(['help']);
	}, 60_000);

	it('answers one object with one object', () => {
		const { stdout, status } = run(['descent'], '{"groundspeedKt":90,"angleDeg":3}');
		expect(status).toBe(0);
		expect(JSON.parse(stdout).verticalSpeedFpm).toBeCloseTo(-477.65, 2);
		expect(stdout.trim().split('\n')).toHaveLength(1);
	});

	it('refuses bad input in one line on standard error, with the place and what is allowed, exit 2', () => {
		const { stdout, stderr, status } = run(
			['wind'],
			'{"courseDeg":0,"trueAirspeedKt":100,"windFromDeg":90,"windSpeedKt":301}'
		);
		expect(status).toBe(2);
		expect(stdout).toBe('');
		expect(stderr).toBe('hanza wind: /windSpeedKt must be a number from 0 to 300\n');
	});

	it('goes on after a bad line and exits 1', () => {
		const good = '{"distanceNm":6,"fromFt":3000,"toFt":1000,"groundspeedKt":90}';
		const { stdout, status } = run(
			['descent', '--lines'],
			`${good}\nnot json\n{"groundspeedKt":90,"x":1}\n${good}\n`
		);
		const lines = stdout
			.trim()
			.split('\n')
			.map((line) => JSON.parse(line));
		expect(lines.map((line) => Object.keys(line).includes('error'))).toEqual([false, true, true, false]);
		expect(lines[2].error).toBe('/x is not a known key');
		expect(status).toBe(1);
	});

	it('helps: lists the verbs, and shows a verb’s schema with its units', () => {
		const listed = run(['help']).stdout;
		expect(listed).toMatch(/\n {2}wind +wind triangle/);
		expect(listed).toMatch(/\n {2}wind-from-track +\w/);
		expect(listed).toMatch(/\n {2}cold-temperature {2}\w/);
		const { input } = JSON.parse(run(['help', 'turn']).stdout);
		expect(input.properties.rateDegPerSecond.description).toBe('°/s');
		expect(run(['help', 'sail']).status).toBe(2);
		expect(run(['sail']).stderr).toMatch(/no verb "sail"; there are wind, /);
	});

	it('flies and grades: what fly returns can be graded again with the same result', () => {
		const flown = JSON.parse(run(['fly'], '{"exercise":"approach-descent","pilot":"hasty","seed":5}').stdout);
		expect(flown.simulatedSeconds).toBeGreaterThan(200);
		expect(flown.grade.verdict).toBe('not met');
		const graded = JSON.parse(
			run(
				['grade'],
				JSON.stringify({ track: flown.track, exercise: 'approach-descent', standard: 'us-instrument' })
			).stdout
		);
		expect(graded.score).toBeCloseTo(flown.grade.score, 6);
		expect(graded.faults.map((fault: { kind: string }) => fault.kind)).toEqual(
			flown.grade.faults.map((fault: { kind: string }) => fault.kind)
		);
	});

	it('lists what ships, shows it, and takes it back', () => {
		const ask = (verb: string, input: object) => JSON.parse(run([verb], JSON.stringify(input)).stdout);
		for (const [kind, known] of [
			['exercises', 'hold-direct'],
			['aircraft', 'ostrel-240'],
			['areas', 'veskar'],
			['standards', 'eu-instrument'],
			['pilots', 'steady']
		])
			expect(ask('list', { kind }).ids).toContain(known);
		expect(run(['list'], '{"kind":"birds"}').stderr).toMatch(/\/kind must be one of exercises, aircraft/);
		const card = ask('show', { kind: 'card', id: 'hold-direct' });
		expect(card).toMatchObject({ format: 'hanza-card', id: 'hold-direct' });
		const track = { rateHz: 10, channels: { indicatedAltitudeFt: [3000, 3000] } };
		const grade = ask('grade', {
			track,
			exercise: { ...card, name: 'Another' },
			standard: ask('show', { kind: 'standard', id: 'eu-instrument' })
		});
		expect(grade.verdict).toBe('not shown');
	});

	it('publishes the schema of a document: what ships is by it, what lacks something is not', () => {
		const ask = (verb: string, input: object) => JSON.parse(run([verb], JSON.stringify(input)).stdout);
		const { schema } = ask('schema', { kind: 'procedure' });
		const procedure = ask('show', { kind: 'procedure', id: 'ves-ils-10' });
		const fits = new Ajv({ strict: false }).compile(schema);
		expect(fits(procedure)).toBe(true);
		expect(fits({ ...procedure, minima: [] })).toBe(false);
	});

	it('says where in a track something is wrong', () => {
		const graded = (track: object) =>
			run(['grade'], JSON.stringify({ track, exercise: 'straight-level', standard: 'us-instrument' })).stderr;
		expect(graded({ rateHz: 10, channels: { coalKg: [1] } })).toBe(
			'hanza grade: /track/channels/coalKg is not a known channel\n'
		);
		expect(graded({ rateHz: 10, channels: { pitchDeg: [1], bankDeg: [1, 2] } })).toMatch(
			/\/track\/channels\/bankDeg/
		);
		expect(graded({ rateHz: 0, channels: {} })).toMatch(/\/track\/rateHz must be a number/);
	});

	it('trims the shipped aircraft, and says what there is when asked for another', () => {
		const ask = (aircraft: string) =>
			run(['trim'], JSON.stringify({ aircraft, airspeedKias: 90, verticalSpeedFpm: -500, altitudeFt: 2500 }));
		const { powerRpm, pitchDeg } = JSON.parse(ask('ferrin-160').stdout);
		expect(powerRpm).toBeGreaterThan(1600);
		expect(pitchDeg).toBeLessThan(0);
		expect(ask('glider').stderr).toMatch(/no aircraft "glider": there is ferrin-160/);
	});
});
