/** Wind over the ground, m/s, toward north, east, down, its rotation, and the air's density. */
export interface Environment {
	windNorthMps: number;
	windEastMps: number;
	windDownMps: number;
	/** Rotation of the gusty air seen by the aeroplane, body axes, rad/s. */
	gustP: number;
	gustQ: number;
	gustR: number;
	densityKgM3: number;
}

/** An environment without wind or gusts. */
export const stillAir = (densityKgM3: number): Environment => ({
	windNorthMps: 0,
	windEastMps: 0,
	windDownMps: 0,
	gustP: 0,
	gustQ: 0,
	gustR: 0,
	densityKgM3
});
