export { AREA_EDITIONS, Area, Runway, frequencyOf, placesOf, planeOf, validateArea } from './area/area.js';
export { areaFromGeoJson, areaToGeoJson } from './area/geojson.js';
export {
	ADF_KHZ,
	Fix,
	LocalizerStation,
	NAV_MHZ,
	NdbStation,
	OnPlane,
	Station,
	VorStation,
	declinationDeg,
	frequencyWords,
	northOf,
	stationWords
} from './area/stations.js';
export { FALL_FT_PER_NM2, groundFt, inSight, sightNm } from './area/terrain.js';
export {
	AtmosphereInput,
	AtmosphereOutput,
	SEA_LEVEL_DENSITY,
	SEA_LEVEL_PRESSURE_PA,
	airAt,
	altimeterFt,
	calibratedFromImpactMps,
	densityAltitudeM,
	impactFromTruePa,
	impactPressurePa,
	pressureAltitudeM,
	pressureRatioAt,
	solveAtmosphere,
	soundAltimeterFt,
	soundVerticalSpeedFpm,
	standardDay,
	trueAltitudeFt,
	trueFromImpactMps,
	type Day
} from './atmosphere.js';
export { stillAir, type Environment } from './environment.js';
export { inCloud, lightSeen, transmission } from './outside.js';
export { dippedDeg } from './radio/beacon.js';
export { IDENT_PERIOD_SECONDS, MORSE, identSeconds, morseWords, toneOn } from './radio/morse.js';
export {
	FLAG,
	MARKERS,
	RECEIVER_BITS,
	type RadioReadings,
	type RadioState,
	type RadioTrouble
} from './radio/readings.js';
export { Radios } from './radio/receivers.js';
export { RNAV_SCALE_NM, angularScaleNm, rnavScaleNm } from './radio/rnav.js';
export { LISTENED, RADIOS_AT_REST, RadioSettings } from './radio/settings.js';
export {
	LOCALIZER_REACH_NM,
	glidepathDeflection,
	isReceived,
	localizerDeflection,
	seenFrom
} from './radio/signal.js';
export { heardStation } from './radio/stations-on.js';
export {
	TurbulenceLevel,
	stepGusts,
	stepSingleGust,
	stillGusts,
	turbulenceScales,
	type GustState,
	type Gusts
} from './turbulence.js';
export { Atmosphere, Weather, windAt } from './weather.js';
