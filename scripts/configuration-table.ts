// npm run table: writes docs/aircraft/*.md from the flight model, so that no number is typed by hand.
import { mkdirSync, writeFileSync } from 'node:fs';
import {
	EquationsOfMotion,
	airplaneIn,
	configurationFlight,
	modesAbout,
	standardDay,
	trimmedFlight,
	type Aircraft
} from '@hanza/core';
import { aircraftCatalog } from '$data';

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
			''
		].join('\n')
	);
}
