<script lang="ts">
	import {
		inCloud,
		lightSeen,
		METRES_PER_FT,
		METRES_PER_NM,
		signedDeg,
		toDegrees,
		toRadians,
		transmission,
		type Area,
		type Weather
	} from '@hanza/core';
	import { pageColour } from '$lib/ui/colours.js';
	import { clipNear, sceneOf, viewFrom, type Ground } from '$lib/panel/outside/scene.js';
	import type { Eye } from '$lib/workers/messages.js';

	const { eye, area, weather }: { eye: Eye; area: Area; weather: Weather } = $props();
	const scene = $derived(sceneOf(area));
	let canvas = $state<HTMLCanvasElement | null>(null);
	let width = $state(0);
	let height = $state(0);

	/** Colours are read once there is a page to read them from. */
	let colours: ReturnType<typeof readColours> | null = null;
	function readColours() {
		return {
			sky: {
				clear: pageColour('outside-clear'),
				overcast: pageColour('outside-overcast'),
				cloud: pageColour('outside-cloud')
			},
			sea: pageColour('outside-sea'),
			land: pageColour('outside-land'),
			pavement: pageColour('outside-pavement'),
			lights: {
				white: pageColour('light-white'),
				green: pageColour('light-green'),
				red: pageColour('light-red')
			}
		};
	}
	/** Half of what the window shows to the sides. */
	const HALF_WIDTH_DEG = 40;
	/** Depressions below the horizon at which the haze is worked out. */
	const DEPRESSIONS_DEG = [0, 0.1, 0.25, 0.5, 1, 2, 3.5, 6, 10, 18, 35];
	/** Up to here the haze reaches, where no cloud ends it. */
	const HAZE_TOP_FT = 8000;
	const MARK_NM = 0.25;
	const MARKS_EACH_WAY = 12;

	const covered = $derived(inCloud(weather, eye.altitudeFt));
	const words = $derived(covered ? 'Outside: in cloud' : 'Outside: horizon and ground');

	$effect(() => {
		const context = canvas?.getContext('2d');
		if (!canvas || !context || width === 0 || height === 0) return;
		// Giving a canvas a size wipes it, so it is done here and only when the size has changed.
		if (canvas.width !== width) canvas.width = width;
		if (canvas.height !== height) canvas.height = height;
		paint(context);
	});

	function paint(context: CanvasRenderingContext2D): void {
		const paints = (colours ??= readColours());
		context.setTransform(1, 0, 0, 1, 0, 0);
		if (covered) {
			context.fillStyle = paints.sky.cloud;
			context.fillRect(0, 0, width, height);
			return;
		}
		const focal = width / 2 / Math.tan(toRadians(HALF_WIDTH_DEG));
		const [middleX, middleY] = [width / 2, height * 0.42];
		const below = (depressionDeg: number) => focal * Math.tan(toRadians(eye.pitchDeg + depressionDeg));
		const overhead = (weather.clouds ?? []).some(({ baseFt }) => baseFt >= eye.altitudeFt);
		const sky = overhead ? paints.sky.overcast : paints.sky.clear;
		const wide = width * 2;

		const level = () => {
			context.setTransform(1, 0, 0, 1, middleX, middleY);
			context.rotate(-toRadians(eye.bankDeg));
		};
		level();
		context.fillStyle = sky;
		context.fillRect(-wide, -wide, 2 * wide, wide + below(0));
		context.fillStyle = paints.sea;
		context.fillRect(-wide, below(0), 2 * wide, 2 * wide);

		context.setTransform(1, 0, 0, 1, 0, 0);
		const see = viewFrom(eye);
		const shape = (corners: readonly Ground[], colour: string) => {
			const clipped = clipNear(corners.map(see));
			if (clipped.length < 3) return;
			context.beginPath();
			for (const [ahead, right, down] of clipped)
				context.lineTo(middleX + (focal * right) / ahead, middleY + (focal * down) / ahead);
			context.closePath();
			context.fillStyle = colour;
			context.fill();
		};
		for (const coast of scene.islands) shape(coast, paints.land);
		for (const { pavement } of scene.runways) shape(pavement, paints.pavement);
		marks(context, see, focal, middleX, middleY);

		// Haze: on the ground its thickness follows from the angle below the horizon alone.
		level();
		const heightM = Math.max(3, eye.altitudeFt * METRES_PER_FT);
		const far = below(DEPRESSIONS_DEG.at(-1)!);
		const down = context.createLinearGradient(0, below(0), 0, far);
		for (const depression of DEPRESSIONS_DEG) {
			const distance = depression === 0 ? 1e6 : heightM / Math.sin(toRadians(depression));
			const lost = 1 - transmission(weather, eye.altitudeFt, 0, distance);
			down.addColorStop((below(depression) - below(0)) / (far - below(0)), haze(lost));
		}
		context.fillStyle = down;
		context.fillRect(-wide, below(0) - 0.5, 2 * wide, 2 * wide);
		const top = below(-25);
		const up = context.createLinearGradient(0, below(0), 0, top);
		for (const rise of [0, 1, 2, 4, 8, 15, 25]) {
			const above = Math.max(0, HAZE_TOP_FT - eye.altitudeFt) * METRES_PER_FT;
			const distance = rise === 0 ? 60_000 : above / Math.sin(toRadians(rise));
			const lost = 1 - transmission({ visibilityM: weather.visibilityM }, 0, 0, distance);
			up.addColorStop((below(-rise) - below(0)) / (top - below(0)), haze(lost));
		}
		context.fillStyle = up;
		context.fillRect(-wide, top, 2 * wide, below(0) - top);

		context.setTransform(1, 0, 0, 1, 0, 0);
		for (const { lights } of scene.runways)
			for (const light of lights) {
				const [ahead, right, lower] = see(light);
				if (ahead < 5) continue;
				const distance = Math.hypot(ahead, right, lower);
				const through = transmission(weather, eye.altitudeFt, light.upM / METRES_PER_FT, distance);
				if (!lightSeen(light.candela, through, distance)) continue;
				if (light.beamDeg !== null && Math.abs(signedDeg(light.beamDeg - towardEye(light))) > 40) continue;
				const x = middleX + (focal * right) / ahead;
				const y = middleY + (focal * lower) / ahead;
				const size = Math.min(3, Math.max(1.1, 2200 / distance));
				context.fillStyle = paints.lights[light.colour];
				context.fillRect(x - size / 2, y - size / 2, size, size);
			}
	}

	function haze(lost: number): string {
		return `rgba(168, 176, 179, ${Math.min(1, Math.max(0, lost)).toFixed(3)})`;
	}

	function towardEye({ northM, eastM }: Ground): number {
		return toDegrees(Math.atan2(eye.eastNm * METRES_PER_NM - eastM, eye.northNm * METRES_PER_NM - northM));
	}

	/** Small marks on the ground, so that speed over it and drift can be seen. */
	function marks(
		context: CanvasRenderingContext2D,
		see: ReturnType<typeof viewFrom>,
		focal: number,
		middleX: number,
		middleY: number
	): void {
		const north = Math.round(eye.northNm / MARK_NM);
		const east = Math.round(eye.eastNm / MARK_NM);
		context.fillStyle = 'rgba(20, 24, 22, 0.35)';
		for (let i = -MARKS_EACH_WAY; i <= MARKS_EACH_WAY; i++)
			for (let j = -MARKS_EACH_WAY; j <= MARKS_EACH_WAY; j++) {
				const [ahead, right, down] = see({
					northM: (north + i) * MARK_NM * METRES_PER_NM,
					eastM: (east + j) * MARK_NM * METRES_PER_NM,
					upM: 0
				});
				if (ahead < 60) continue;
				const size = Math.min(14, (focal * 30) / ahead);
				context.fillRect(
					middleX + (focal * right) / ahead - size,
					middleY + (focal * down) / ahead,
					2 * size,
					Math.max(0.7, size / 6)
				);
			}
	}
</script>

<div
	class="h-full w-full overflow-hidden rounded-lg border border-panel-line"
	bind:clientWidth={width}
	bind:clientHeight={height}
	role="img"
	aria-label={words}
	data-testid="outside"
	data-in-cloud={covered}
>
	<canvas bind:this={canvas} class="block"></canvas>
</div>
