/** Instruments that a student may cover, in the order of the bits of the recording's mask. */
export const INSTRUMENTS = [
	'airspeed',
	'attitude',
	'altimeter',
	'turn',
	'heading',
	'vertical-speed',
	'tachometer',
	'compass',
	'needle-1',
	'needle-2',
	'pointer'
] as const;
/** A dial of the panel that can be covered or fail. */
export type Instrument = (typeof INSTRUMENTS)[number];
/** The dials in words. */
export const INSTRUMENT_NAMES: Record<Instrument, string> = {
	airspeed: 'airspeed',
	attitude: 'attitude',
	altimeter: 'altimeter',
	turn: 'turn coordinator',
	heading: 'heading',
	'vertical-speed': 'vertical speed',
	tachometer: 'tachometer',
	compass: 'compass',
	'needle-1': 'first needle',
	'needle-2': 'second needle',
	pointer: 'bearing pointer'
};
/** The bit of a dial in the channel of covered dials. */
export const coverBit = (instrument: Instrument): number => 1 << INSTRUMENTS.indexOf(instrument);
