<script lang="ts">
	import { angleOn, place, steps, type Scale } from './geometry.js';

	interface Props {
		scale: Scale;
		/** Values between numbered ticks and between small ones. */
		major: number;
		minor: number;
		radius?: number;
		fontSize?: number;
		format?: (value: number) => string;
	}
	const { scale, major, minor, radius = 90, fontSize = 14, format = String }: Props = $props();
	const majors = $derived(steps(scale.from, scale.to, major));
	const minors = $derived(steps(scale.from, scale.to, minor));
</script>

{#each minors as value (value)}
	{@const a = place(angleOn(scale, value), radius)}
	{@const b = place(angleOn(scale, value), radius - 7)}
	<line x1={a.x} y1={a.y} x2={b.x} y2={b.y} class="minor" />
{/each}
{#each majors as value (value)}
	{@const angle = angleOn(scale, value)}
	{@const a = place(angle, radius)}
	{@const b = place(angle, radius - 12)}
	{@const t = place(angle, radius - 24)}
	<line x1={a.x} y1={a.y} x2={b.x} y2={b.y} class="tick" />
	<text x={t.x} y={t.y} font-size={fontSize}>{format(value)}</text>
{/each}
