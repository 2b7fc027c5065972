import type { DrillId, ShownFault } from '@hanza/core';

/** What the handbook says of a fault besides its name and how it looks. */
export interface FaultGuide {
	/** How it is told in a recording, in words. */
	sign: string;
	/** Why it happens and what it costs. */
	why: string;
	/** The page of the handbook with the technique. */
	page: string;
	/** What trains it apart from flying. */
	drill?: DrillId;
}

/** Of every fault that can be named. */
export const FAULT_GUIDE = {
	'descent-before-slowing': {
		sign: 'The descent is established while the speed is more than 5 kt above the one to be reached first.',
		why: 'The hand is on the nose before the eye has been on the airspeed. Downhill the aeroplane hardly slows: the rest of the descent is flown too fast.',
		page: 'descents',
		drill: 'numbers'
	},
	'late-level-off': {
		sign: 'The nose moves with less than 0.4 of the lead that a tenth of the rate gives, and the altitude is passed by 30 ft; or six tenths of the rate are still on there, and it is passed by 60.',
		why: 'The altimeter was waited for. At 500 ft/min fifty feet are six seconds.',
		page: 'descents',
		drill: 'leads'
	},
	'early-level-off': {
		sign: 'Two and a half times that lead or more, the rate given up for good so long before, or a rest of twenty seconds and more on the way.',
		why: 'Fear of going through. The altitude is then crept up to, and the power is already set for level flight.',
		page: 'descents',
		drill: 'leads'
	},
	'two-changes-at-once': {
		sign: 'Lasting changes of pitch, power or bank, two begun within three seconds, which nothing on the card asks for together.',
		why: 'Each changes what the other needs: afterwards nobody knows what did what, and all is taken back.',
		page: 'methods',
		drill: 'primary'
	},
	'chases-vertical-speed': {
		sign: 'The nose follows what the vertical speed showed a second and a half before, up and down; where looks were recorded, with the eye on that dial.',
		why: 'The dial lags by six seconds. Who follows it is always late, and by more each time.',
		page: 'descents',
		drill: 'primary'
	},
	'speed-lost': {
		sign: 'Six knots below the target for five seconds in a turn or in the minute after a level-off, with the power as it was.',
		why: 'Level flight needs the power back that the descent did not; a turn needs a little more.',
		page: 'descents',
		drill: 'numbers'
	},
	'bank-held': {
		sign: 'The roll-out begins with less than 0.4 of half the bank to go, and the heading goes through by five degrees.',
		why: 'The heading was looked at, not ahead of. The turn goes on while the wings come level.',
		page: 'turns',
		drill: 'leads'
	},
	'failure-not-named': {
		sign: 'A failure that begins in flight is not named within a minute.',
		why: 'What lies is believed as long as nothing is compared with it.',
		page: 'instruments',
		drill: 'panel'
	},
	'ball-out': {
		sign: 'The ball is 3.5° out or more for a quarter of a minute.',
		why: 'Power and speed change what rudder is needed. With the ball out the aeroplane turns though the wings are level.',
		page: 'first-flight'
	},
	'out-of-trim': {
		sign: 'The stick is held off the middle, still, for twenty seconds with the wings level and the trim untouched.',
		why: 'A hand that holds cannot feel, and lets go when the eye goes elsewhere.',
		page: 'first-flight'
	},
	'configuration-wrong': {
		sign: 'Fifteen seconds into a phase flap or gear are not as the card says.',
		why: 'The numbers belong to the configuration: without it none of them is right.',
		page: 'methods',
		drill: 'numbers'
	},
	'altimeter-not-set': {
		sign: 'The setting is 2 hPa off for a minute.',
		why: 'A hectopascal is some 27 feet: the altitude is held precisely, and wrongly.',
		page: 'instruments'
	},
	'heading-not-set': {
		sign: 'A sound heading dial is 8° off the compass with the wings level, for a minute.',
		why: 'A gyro drifts. Set it by the compass in straight flight, every quarter of an hour.',
		page: 'instruments'
	},
	'recovery-order': {
		sign: 'The right inputs, in another order than the taught one.',
		why: 'Power first nose high, because the speed is going; wings before nose in a spiral, because a pull tightens it.',
		page: 'recoveries'
	},
	'recovery-missing': {
		sign: 'An input that was needed never came before the flight was level again.',
		why: 'It came right by itself this time. From farther out it does not.',
		page: 'recoveries'
	},
	'wrong-way-input': {
		sign: 'Half a second or more the wrong way in the first ten.',
		why: 'The hand was faster than the reading: airspeed and its trend first.',
		page: 'recoveries',
		drill: 'panel'
	},
	'chases-needle': {
		sign: 'Across the course four times in a row, the heading swinging by twelve degrees or more, never by less.',
		why: 'Every movement of the needle is answered. Hold a heading, and let the needle come.',
		page: 'tracking',
		drill: 'needle'
	},
	'turn-held-until-centred': {
		sign: 'Over the course with fourteen degrees of cut still on, and through it.',
		why: 'The needle in the middle was taken for the place to begin the turn. It is where the turn must end.',
		page: 'tracking',
		drill: 'leads'
	},
	'corrects-too-much': {
		sign: 'Twenty-two degrees of track for a quarter of full scale or less, far from the station.',
		why: 'The needle is an angle: far out it moves slowly, close in at once. Ten degrees are enough for a needle that is hardly off.',
		page: 'tracking',
		drill: 'needle'
	},
	'corrects-too-little': {
		sign: 'Four tenths of full scale off for more than a minute, closing by less than three degrees.',
		why: 'The wind takes more than the correction gives. Double it, then halve.',
		page: 'tracking',
		drill: 'needle'
	},
	'no-wind-correction': {
		sign: 'Off to the lee side again and again, each time from the middle with the nose along the course.',
		why: 'What brought it back is taken out wholly. Half of it stays in: that is the wind.',
		page: 'tracking'
	},
	'reverse-sensing': {
		sign: 'Off the course and turned away from it for twelve seconds, while the needle was received; longer in rough air.',
		why: 'The selector stands on the reciprocal, or the needle was read as the way to turn.',
		page: 'tracking',
		drill: 'needle'
	},
	'not-identified': {
		sign: 'Half a minute into a phase, and within reach of the station, nobody has listened to its identifier on either receiver.',
		why: 'A frequency is a number: two stations can look alike, and one that is being worked on sends no identifier.',
		page: 'radio',
		drill: 'morse'
	},
	'hold-entry': {
		sign: 'Another entry than that of the sector, more than five degrees from its edge.',
		why: 'The picture was not there at the fix. Have it two minutes before.',
		page: 'holds',
		drill: 'hold-entry'
	},
	'hold-side': {
		sign: 'The circuit lies on the other side of the course.',
		why: 'The protected side is the holding side; the hill is on the other.',
		page: 'holds',
		drill: 'hold-entry'
	},
	'hold-correction': {
		sign: 'Outbound the heading goes the other way from what the wind asks, in two circuits.',
		why: 'Inbound into the wind to one side, outbound to the other side, by two or three times.',
		page: 'holds'
	},
	'arc-direction': {
		sign: 'More than ten degrees round the other way.',
		why: 'Radials must count up clockwise and down the other way: look at the second reading.',
		page: 'arcs'
	},
	'reversal-side': {
		sign: 'The nose first leaves the outbound course to the other side.',
		why: 'Only the published side is protected.',
		page: 'arcs'
	},
	'hold-timing': {
		sign: 'Inbound legs off to the same side circuit after circuit, the outbound time not changed for it, or changed as no leg before asked.',
		why: 'The clock was started, and not read. Each inbound leg tells the next outbound one.',
		page: 'holds'
	},
	'cut-from-own-heading': {
		sign: 'A steady heading that is the old one plus or less the cut, and far from the course plus or less the cut.',
		why: 'The angle was counted from where the nose was. It belongs to the course.',
		page: 'tracking',
		drill: 'needle'
	},
	'compass-read-in-turn': {
		sign: 'The card stands near the heading as the roll-out begins, and far from it when it has come to rest.',
		why: 'In a turn the card lags or leads by up to the latitude and more.',
		page: 'turns',
		drill: 'compass'
	},
	'wrong-selector': {
		sign: 'For twenty seconds neither receiver has the station of the phase tuned with its course within four degrees. Straight to a station after a go-around any course will do.',
		why: 'A needle that is centred on the wrong course is no less centred.',
		page: 'radio',
		drill: 'needle'
	},
	'attention-taken': {
		sign: 'From well inside, far out within seconds of tuning, setting or marking something.',
		why: 'The hand at a knob takes the eye along. One look at the knob, one at the attitude.',
		page: 'scan'
	},
	'step-down-broken': {
		sign: 'Twenty feet below a published altitude on the final, a hundred before it, for a second and a half, its fix not passed.',
		why: 'The step is there for the ground. It was left by the clock or by impatience.',
		page: 'approaches'
	},
	'chases-glidepath': {
		sign: 'The path crossed three times with the rate swinging by 250 ft/min or more between and over 700 in all, or oftener with less; more is asked in rough air.',
		why: 'The needle shows where you are, not what to do. What keeps the path is a rate.',
		page: 'approaches',
		drill: 'rates'
	},
	'below-path-in-sight': {
		sign: 'More than 0.6 of full scale below the path for three seconds, the runway in sight.',
		why: 'The eye sees the near end and the nose follows it. The ground before a runway is no flatter for being seen.',
		page: 'minima'
	},
	'descended-unestablished': {
		sign: 'A rate down on the final with the needle 0.8 of full scale off for six seconds.',
		why: 'Clear of the ground is only what lies on the course.',
		page: 'approaches',
		drill: 'needle'
	},
	'continued-unseen': {
		sign: 'Below the minimum, beyond what a go-around sinks through, with nothing in sight that allows it.',
		why: 'It is the one fault that kills most surely.',
		page: 'minima',
		drill: 'minimum'
	},
	'missed-action': {
		sign: 'Full power later than five seconds, a climb later than ten, or a turn before its point and altitude.',
		why: 'The go-around had not been briefed to the end: the hand waits for the head.',
		page: 'missed'
	},
	'clock-not-started': {
		sign: 'No start of the clock within twelve seconds of the final fix where time tells the missed approach point.',
		why: 'What is not started cannot be read.',
		page: 'approaches'
	},
	'needle-source': {
		sign: 'For twelve seconds on the final the needle follows another source, station or course. The second receiver will do where there is no path down.',
		why: 'It was set for the leg before, and looked right.',
		page: 'approaches',
		drill: 'needle'
	},
	'looked-out-early': {
		sign: 'Three looks out on the final while nothing is to be seen.',
		why: 'Each look costs a scan of the dials, and the inner ear takes over meanwhile.',
		page: 'minima'
	},
	'bug-not-set': {
		sign: 'At the begin of the final the bug stands below the minimum, or more than 60 ft above it, or nowhere.',
		why: 'A number in the head is gone when the radio speaks.',
		page: 'minima'
	},
	'altitude-not-reset': {
		sign: 'Forty seconds into a leg the reminder still shows another altitude.',
		why: 'It was set once, and worked once.',
		page: 'approaches'
	},
	'unstable-approach': {
		sign: 'At 500 ft above the threshold more than 10 kt fast or 5 slow, sinking faster than 1000 ft/min, not configured, or a needle on its stop.',
		why: 'What is put right below that is put right too late.',
		page: 'approaches'
	},
	fixation: {
		sign: 'One look of more than four seconds (six at attitude while something changes).',
		why: 'What is stared at is in order; what is not looked at goes.',
		page: 'scan',
		drill: 'panel'
	},
	omission: {
		sign: 'A dial that the condition needs, unseen for fifteen seconds (engine sixty).',
		why: 'It is not missed because it was right the last time.',
		page: 'scan',
		drill: 'panel'
	}
} as const satisfies Record<ShownFault, FaultGuide>;

export const guideOf = (kind: ShownFault): FaultGuide => FAULT_GUIDE[kind];
