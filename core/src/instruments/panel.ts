/** What the instruments show, in the units of their dials. Kept with the flight's state. */
export interface PanelReadings {
	airspeedKias: number;
	altimeterFt: number;
	verticalSpeedFpm: number;
	pitchDeg: number;
	bankDeg: number;
	headingDeg: number;
	turnRateDegPerSecond: number;
	/** Angle of apparent gravity from the aeroplane's own vertical; + when the ball is right. */
	ballDeg: number;
	rpm: number;
}

/** What the instruments sense. */
export type Sensed = PanelReadings;

/**
 * Time constants, s. Airspeed and altitude: lines and mechanism, some tenths of a second. Vertical
 * speed: the leak of its chamber; 2.6 s shows 90 % of a change after 6 s. Turn rate and ball: rotor
 * spring and the liquid's damping.
 */
export const INSTRUMENT_LAG_SECONDS = {
	airspeedKias: 0.3,
	altimeterFt: 0.2,
	verticalSpeedFpm: 2.6,
	turnRateDegPerSecond: 0.4,
	ballDeg: 0.3,
	rpm: 0.15
} as const;

type Lagged = keyof typeof INSTRUMENT_LAG_SECONDS;
const LAGGED = Object.keys(INSTRUMENT_LAG_SECONDS) as Lagged[];

/** Moves the needles for one step toward what is sensed: first-order lags, exact for a held input. */
export function updatePanel(panel: PanelReadings, sensed: Sensed, seconds: number): void {
	for (const name of LAGGED)
		panel[name] += (sensed[name] - panel[name]) * (1 - Math.exp(-seconds / INSTRUMENT_LAG_SECONDS[name]));
	panel.pitchDeg = sensed.pitchDeg;
	panel.bankDeg = sensed.bankDeg;
	panel.headingDeg = sensed.headingDeg;
}
