// npm run table: writes docs/aircraft/*.md from the flight model, so that no number is typed by hand.
import { mkdirSync, writeFileSync } from 'node:fs';
import {
	EquationsOfMotion,
	airplaneIn,
	configurationFlight,
	flyStall,
	setupOf,
	modesAbout,
	standardDay,
	trimmedFlight,
	type Aircraft
} from '@hanza/core';
import { aircraftCatalog, areaCatalog, cardCatalog } from '$data';

function modesTable(aircraft: Aircraft): string[] {
	const { bestClimbKias: climb } = aircraft.speeds;
	return [climb, climb + 15, climb + 30].map((airspeedKcas) => {
		const trimmed = trimmedFlight(aircraft, {
			airspeedKcas,
			verticalSpeedFpm: 0,
			altitudeFt: 3000,
			flapsDeg: 0,
			bankDeg: 0,
			headingDeg: 0,
			...standardDay
		});
		const airplane = airplaneIn(trimmed, aircraft);
		const modes = modesAbout(new EquationsOfMotion(airplane), trimmed.state, trimmed.environment);
		const pair = ({ periodSeconds, dampingRatio }: { periodSeconds?: number; dampingRatio?: number }) =>
			`${periodSeconds?.toFixed(1)} s, ${dampingRatio?.toFixed(2)}`;
		const spiral = modes.spiral.real;
		return `| ${airspeedKcas} | ${pair(modes.phugoid)} | ${pair(modes.shortPeriod)} | ${pair(modes.dutchRoll)} | ${(-1 / modes.roll.real).toFixed(2)} s | ${spiral > 0 ? `doubles in ${(Math.LN2 / spiral).toFixed(0)} s` : `halves in ${(-Math.LN2 / spiral).toFixed(0)} s`} |`;
	});
}

function stallTable(aircraft: Aircraft): string[] {
	const level = cardCatalog.get('straight-level');
	const setup = setupOf({ ...level, aircraft: aircraft.id }, aircraft, areaCatalog.get(level.area));
	const { stallLandingKias, stallCleanKias } = aircraft.speeds;
	return aircraft.controls.flapStepsDeg.flatMap((flapsDeg) =>
		[0, 1].map((throttle) => {
			const airspeedKias = 1.25 * (flapsDeg > 0 ? stallLandingKias : stallCleanKias);
			const gearDown = flapsDeg > 0;
			const start = { ...setup.start, airspeedKias, verticalSpeedFpm: 0, flapsDeg, gearDown };
			const stall = flyStall({ ...setup, start }, throttle);
			const gear = aircraft.gear ? (gearDown ? ', gear down' : ', gear up') : '';
			return `| flap ${flapsDeg}${gear} | ${throttle === 0 ? 'idle' : 'full'} | ${Math.round(stall.breakKias)} | ${stall.angleOfAttackDeg.toFixed(1)} | ${stall.nodDeg.toFixed(0)} | ${Math.round(100 * (1 - stall.liftLeft))} % |`;
		})
	);
}

mkdirSync('docs/aircraft', { recursive: true });
for (const aircraft of aircraftCatalog.all) {
	const governed = aircraft.propeller.kind === 'constant-speed';
	const rows = aircraft.configurations.map((configuration) => {
		const day = { ...standardDay, altitudeFt: configuration.altitudeFt };
		const flight = configurationFlight(aircraft, configuration, day);
		const { pitchDeg, powerRpm, verticalSpeedFpm, manifoldPressureInHg } = flight;
		const { name, airspeedKias, altitudeFt, flapsDeg, gearDown } = configuration;
		const manifold = governed ? ` ${manifoldPressureInHg.toFixed(1)} |` : '';
		const gear = aircraft.gear ? (gearDown ? ', gear down' : ', gear up') : '';
		const words = name.includes('gear') ? name : name + gear;
		return `| ${words} | ${airspeedKias} | ${Math.round(verticalSpeedFpm)} | ${flapsDeg} | ${altitudeFt} | ${pitchDeg.toFixed(1)} |${manifold} ${Math.round(powerRpm / 10) * 10} |`;
	});
	writeFileSync(
		`docs/aircraft/${aircraft.id}.md`,
		[
			`# ${aircraft.name}`,
			'',
			aircraft.note,
			'',
			`Written by \`npm run table\` from the flight model (steady flight, standard day, ${aircraft.massKg} kg).`,
			'',
			`| configuration | kt | ft/min | flap ° | at ft | pitch ° |${governed ? ' inHg |' : ''} rpm |`,
			`| --- | ---: | ---: | ---: | ---: | ---: |${governed ? ' ---: |' : ''} ---: |`,
			...rows,
			'',
			'Modes of motion in level flight at 3000 ft: period and damping ratio, from the equations that the trainer integrates.',
			'',
			'| kt | phugoid | short period | Dutch roll | roll time constant | spiral |',
			'| ---: | --- | --- | --- | --- | --- |',
			...modesTable(aircraft),
			'',
			'Stalls, flown from 3000 ft with the stick coming back over fifteen seconds and the wings held level with the feet: where the flow begins to part, the largest angle of attack, how far the nose falls with the stick still back, and what is gone of the lift once the whole wing has stalled. Limits of load: ' +
				`${aircraft.limitLoadFactors.positive} and ${aircraft.limitLoadFactors.negative} g; it breaks beyond one and a half of them, or beyond ${Math.round(aircraft.speeds.neverExceedKias / 0.9)} kt.`,
			'',
			'| configuration | power | parts at kt | angle of attack ° | nose falls ° | lift gone |',
			'| --- | --- | ---: | ---: | ---: | ---: |',
			...stallTable(aircraft),
			''
		].join('\n')
	);
}
