/** Samples a second in a recording. */
export const RECORDING_RATE_HZ = 10;

/**
 * The channels of a recording, in order: unit and the smallest step that is kept. Values are stored
 * as whole multiples of that step. Directions are magnetic.
 */
export const CHANNELS = {
	northNm: { unit: 'NM', resolution: 0.0001 },
	eastNm: { unit: 'NM', resolution: 0.0001 },
	altitudeFt: { unit: 'ft', resolution: 0.1 },
	indicatedAltitudeFt: { unit: 'ft', resolution: 0.1 },
	verticalSpeedFpm: { unit: 'ft/min', resolution: 1 },
	indicatedVerticalSpeedFpm: { unit: 'ft/min', resolution: 1 },
	indicatedAirspeedKt: { unit: 'kt', resolution: 0.05 },
	trueAirspeedKt: { unit: 'kt', resolution: 0.05 },
	groundspeedKt: { unit: 'kt', resolution: 0.05 },
	trackDeg: { unit: '°', resolution: 0.05 },
	headingDeg: { unit: '°', resolution: 0.05 },
	indicatedHeadingDeg: { unit: '°', resolution: 0.05 },
	pitchDeg: { unit: '°', resolution: 0.02 },
	bankDeg: { unit: '°', resolution: 0.02 },
	turnRateDegPerSecond: { unit: '°/s', resolution: 0.02 },
	slipDeg: { unit: '°', resolution: 0.05 },
	rpm: { unit: '1/min', resolution: 1 },
	throttle: { unit: '1', resolution: 0.002 },
	elevatorInput: { unit: '1', resolution: 0.002 },
	aileronInput: { unit: '1', resolution: 0.002 },
	rudderInput: { unit: '1', resolution: 0.002 },
	trim: { unit: '1', resolution: 0.002 },
	flapsDeg: { unit: '°', resolution: 0.1 },
	loadFactor: { unit: '1', resolution: 0.005 },
	angleOfAttackDeg: { unit: '°', resolution: 0.05 },
	altimeterSettingHpa: { unit: 'hPa', resolution: 0.1 },
	assist: { unit: '0 direct, 1 attitude held', resolution: 1 },
	indicatedPitchDeg: { unit: '°', resolution: 0.05 },
	indicatedBankDeg: { unit: '°', resolution: 0.05 },
	indicatedTurnRateDegPerSecond: { unit: '°/s', resolution: 0.02 },
	compassDeg: { unit: '°', resolution: 0.2 },
	failures: { unit: 'bits, in the order of FAILURE_KINDS', resolution: 1 },
	covered: { unit: 'bits, in the order of INSTRUMENTS', resolution: 1 },
	calibratedAirspeedKt: { unit: 'kt', resolution: 0.05 },
	manifoldPressureInHg: { unit: 'inHg', resolution: 0.1 },
	propellerInput: { unit: '1', resolution: 0.005 },
	mixtureInput: { unit: '1', resolution: 0.005 },
	gear: { unit: '0 up to 1 down', resolution: 0.02 },
	fuelL: { unit: 'l', resolution: 0.1 },
	named: { unit: 'bits, in the order of FAILURE_KINDS', resolution: 1 },
	byInstructor: { unit: '1 while the instructor has the controls', resolution: 1 },
	alternateStatic: { unit: '1 while the alternate static source is open', resolution: 1 },
	stallWarning: { unit: '1 while the warner sounds', resolution: 1 },
	nav1MHz: { unit: 'MHz', resolution: 0.01 },
	nav1CourseDeg: { unit: '°', resolution: 0.5 },
	nav1Needle: { unit: '1, + course to the right', resolution: 0.005 },
	nav1Flag: { unit: '0 off, 1 to, 2 from', resolution: 1 },
	glideNeedle: { unit: '1, + path above', resolution: 0.005 },
	glideValid: { unit: '1 while the glidepath is received', resolution: 1 },
	nav2MHz: { unit: 'MHz', resolution: 0.01 },
	nav2CourseDeg: { unit: '°', resolution: 0.5 },
	nav2Needle: { unit: '1, + course to the right', resolution: 0.005 },
	nav2Flag: { unit: '0 off, 1 to, 2 from', resolution: 1 },
	adfKHz: { unit: 'kHz', resolution: 1 },
	pointerDeg: { unit: '° from the nose', resolution: 0.5 },
	pointerValid: { unit: '1 while the pointer tells', resolution: 1 },
	pointerSource: { unit: '0 nav1, 1 nav2, 2 adf', resolution: 1 },
	distanceNm: { unit: 'NM, slant; −1 none', resolution: 0.05 },
	marker: { unit: '0 none, 1 outer, 2 middle, 3 inner', resolution: 1 },
	identified: { unit: 'bits: 1 nav1, 2 nav2, 4 adf', resolution: 1 },
	rnavNeedle: { unit: '1, + course to the right', resolution: 0.005 },
	rnavScaleNm: { unit: 'NM of full scale; 0 without a leg', resolution: 0.01 },
	needleSource: { unit: '0 the first receiver, 1 the RNAV unit', resolution: 1 },
	calls: { unit: 'calls ticked so far', resolution: 1 },
	marks: { unit: 'positions said so far', resolution: 1 },
	markNorthNm: { unit: 'NM', resolution: 0.01 },
	markEastNm: { unit: 'NM', resolution: 0.01 },
	line1NorthNm: { unit: 'NM', resolution: 0.001 },
	line1EastNm: { unit: 'NM', resolution: 0.001 },
	line1Deg: { unit: '° of the radial drawn; −1 none', resolution: 0.1 },
	line2NorthNm: { unit: 'NM', resolution: 0.001 },
	line2EastNm: { unit: 'NM', resolution: 0.001 },
	line2Deg: { unit: '° of the radial drawn; −1 none', resolution: 0.1 }
} as const satisfies Record<string, { unit: string; resolution: number }>;

export type ChannelName = keyof typeof CHANNELS;
export const CHANNEL_NAMES = Object.keys(CHANNELS) as ChannelName[];
export const isChannelName = (name: string): name is ChannelName => Object.hasOwn(CHANNELS, name);

export type Sample = Record<ChannelName, number>;

/** A value as the recording keeps it: the nearest multiple of the channel's step. */
export const kept = (name: ChannelName, value: number): number =>
	Math.round(value / CHANNELS[name].resolution) * CHANNELS[name].resolution;
