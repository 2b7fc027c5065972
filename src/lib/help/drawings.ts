/*
 * The handbook's own drawings, as SVG in the colours of the page: what a formula does not show. What a calculation of the
 * Bench draws to scale is taken from there.
 */

const text = (x: number, y: number, words: string, anchor = 'middle', soft = false): string =>
	`<text x="${x}" y="${y}" text-anchor="${anchor}" class="${soft ? 'soft' : ''}">${words}</text>`;
const line = (points: readonly (readonly [number, number])[], kind: string): string =>
	`<polyline points="${points.map((point) => point.map((n) => Math.round(n * 10) / 10).join(',')).join(' ')}" class="${kind}"/>`;
const svg = (width: number, height: number, title: string, ...parts: string[]): string =>
	`<svg viewBox="0 0 ${width} ${height}" class="help-drawing" role="img" aria-label="${title}">${parts.join('')}</svg>`;
/** An arrow's head at a point, toward a direction in degrees clockwise from up. */
function head([x, y]: readonly [number, number], deg: number, kind = 'tip'): string {
	const at = (turn: number, reach: number) => {
		const a = ((deg + turn) * Math.PI) / 180;
		return `${(x + reach * Math.sin(a)).toFixed(1)},${(y - reach * Math.cos(a)).toFixed(1)}`;
	};
	return `<polygon points="${at(0, 0)} ${at(155, 9)} ${at(205, 9)}" class="${kind}"/>`;
}

const PLACES: Record<string, readonly [number, number]> = {
	airspeed: [40, 34],
	attitude: [110, 34],
	altimeter: [180, 34],
	turn: [40, 104],
	heading: [110, 104],
	'vertical speed': [180, 104]
};

/** One way of going round the six dials. */
function school(name: string, ways: readonly (readonly [string, string])[], x: number): string {
	const dials = Object.entries(PLACES).map(
		([id, [cx, cy]]) => `<circle cx="${cx}" cy="${cy}" r="26" class="${id === 'attitude' ? 'hub' : 'dial'}"/>`
	);
	const moves = ways.map(([from, to]) => {
		const [a, b] = [PLACES[from]!, PLACES[to]!];
		const deg = (Math.atan2(b[0] - a[0], a[1] - b[1]) * 180) / Math.PI;
		const length = Math.hypot(b[0] - a[0], b[1] - a[1]);
		const along = (reach: number): [number, number] => [
			a[0] + ((b[0] - a[0]) * reach) / length,
			a[1] + ((b[1] - a[1]) * reach) / length
		];
		return line([along(14), along(length - 18)], 'way') + head(along(length - 14), deg);
	});
	return `<g transform="translate(${x} 0)">${dials.join('')}${moves.join('')}${text(110, 154, name)}</g>`;
}
const both = (a: string, b: string): [string, string][] => [
	[a, b],
	[b, a]
];

/** Four ways round the panel. */
const schools = (): string =>
	svg(
		900,
		162,
		'Four schools of scan over the six dials',
		school(
			'hub and spoke',
			[...both('attitude', 'airspeed'), ...both('attitude', 'altimeter'), ...both('attitude', 'heading')],
			0
		),
		school(
			'T',
			[
				['attitude', 'airspeed'],
				['airspeed', 'attitude'],
				['attitude', 'altimeter'],
				['attitude', 'heading']
			],
			225
		),
		school('inverted V', [...both('attitude', 'turn'), ...both('attitude', 'vertical speed')], 450),
		school(
			'rectangular',
			[
				['airspeed', 'attitude'],
				['attitude', 'altimeter'],
				['altimeter', 'vertical speed'],
				['vertical speed', 'heading'],
				['heading', 'turn'],
				['turn', 'airspeed']
			],
			675
		)
	);

/** Where the level-off is begun, on time and too late. */
function levelOff(): string {
	const down = (from: number, lead: number, late: boolean): (readonly [number, number])[] =>
		Array.from({ length: 81 }, (_, i) => {
			const x = 60 + i * 8;
			const level = 120;
			const begun = from + (level - lead - 30) / 0.25;
			if (x < begun) return [x, 30 + (x - from) * 0.25] as const;
			const after = (x - begun) / 70;
			const below = late ? 26 * after * Math.exp(1 - after * 1.4) : 0;
			return [x, level - lead * Math.exp(-after * (late ? 2.6 : 1.6)) + below] as const;
		});
	return svg(
		740,
		176,
		'A level-off begun a tenth of the rate before the altitude, and one begun at it',
		line(
			[
				[60, 120],
				[720, 120]
			],
			'course'
		),
		text(64, 114, 'the altitude', 'start', true),
		line(down(60, 26, false), 'exact'),
		line(down(60, 5, true), 'school'),
		line(
			[
				[316, 94],
				[316, 120]
			],
			'mark'
		),
		text(322, 90, 'a tenth of the rate', 'start'),
		text(560, 162, 'dashed: the altimeter was waited for', 'middle', true)
	);
}

/** The needle as seen, and where the aeroplane is. */
function needle(): string {
	const dial = (x: number, off: number, below: string): string =>
		`<g transform="translate(${x} 0)"><circle cx="70" cy="66" r="54" class="dial"/>` +
		[-2, -1, 1, 2].map((dot) => `<circle cx="${70 + dot * 16}" cy="66" r="2" class="dot"/>`).join('') +
		line(
			[
				[70 + off, 30],
				[70 + off, 102]
			],
			'needle'
		) +
		line(
			[
				[70, 18],
				[70, 28]
			],
			'mark'
		) +
		`${text(70, 142, below)}</g>`;
	return svg(
		640,
		156,
		'Needle left, middle and right, with what it says',
		dial(30, -28, 'the course lies to the left'),
		dial(250, 0, 'on the course'),
		dial(470, 28, 'the course lies to the right')
	);
}

/** The way of bracketing: twice what is off, then half of it, then what is left. */
function bracketing(): string {
	const track: (readonly [number, number])[] = [
		[40, 90],
		[150, 118],
		[230, 90],
		[300, 86],
		[420, 74],
		[480, 88],
		[560, 90],
		[700, 90]
	];
	return svg(
		740,
		170,
		'A course bracketed: drifted off, brought back, over to the other side by less, and held',
		line(
			[
				[30, 90],
				[710, 90]
			],
			'course'
		),
		head([716, 90], 90, 'course-tip'),
		line(track, 'exact'),
		text(100, 138, 'drifts off'),
		text(205, 138, '20° toward the needle'),
		text(330, 60, 'half taken out: 10°'),
		text(470, 60, 'too much: 5°'),
		text(620, 78, 'the wind is known'),
		line(
			[
				[640, 20],
				[640, 52]
			],
			'wind'
		),
		head([640, 58], 180),
		text(654, 34, 'wind', 'start', true)
	);
}

/** Every drawing that a page may ask for by name. */
export const DRAWINGS = { schools, 'level-off': levelOff, needle, bracketing } as const satisfies Record<
	string,
	() => string
>;
