import * as Type from '@sinclair/typebox';

/** Pieces shared by the schemas of several folders. */
export const Direction = Type.Number({ minimum: 0, maximum: 360, description: 'degrees, 360 means 0' });
/** A speed, 0 to 300 kt. */
export const Speed = Type.Number({ minimum: 0, maximum: 300, description: 'kt' });
/** An altitude above mean sea level, −2000 to 60,000 ft. */
export const AltitudeFt = Type.Number({
	minimum: -2000,
	maximum: 60000,
	description: 'ft above mean sea level'
});
/** The id of a record: small letters, digits, hyphens; up to 64. */
export const Identifier = Type.String({ pattern: '^[a-z0-9][a-z0-9-]{0,63}$' });
