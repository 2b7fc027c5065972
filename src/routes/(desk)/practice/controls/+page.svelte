<script lang="ts">
	import { onMount } from 'svelte';
	import { GLANCE_PX, saveGlancePx, savedGlancePx } from '$lib/cockpit/preferences.js';
	import KeyTable from '$lib/cockpit/controls/KeyTable.svelte';
	import {
		AXIS_CONTROLS,
		AXIS_NAMES,
		DEFAULT_SETUP,
		freshAxis,
		gamepadControls,
		loadSetup,
		movedAxis,
		readAxes,
		saveSetup,
		type AxisControl,
		type GamepadSetup
	} from '$lib/cockpit/controls/gamepad.js';
	import Checkbox from '$lib/ui/Checkbox.svelte';
	import Slider from '$lib/ui/Slider.svelte';

	let setup = $state<GamepadSetup>(structuredClone(DEFAULT_SETUP));
	let axes = $state.raw<readonly number[] | null>(null);
	let assigning = $state<{ control: AxisControl; from: readonly number[] } | null>(null);
	const asked = $derived(axes ? gamepadControls(axes, setup) : {});

	onMount(() => {
		setup = loadSetup();
		glancePx = savedGlancePx();
		let picture = requestAnimationFrame(function look() {
			axes = readAxes();
			if (assigning && axes) {
				const moved = movedAxis(assigning.from, axes);
				if (moved !== null) {
					setup[assigning.control] = freshAxis(moved);
					assigning = null;
					keep();
				}
			}
			picture = requestAnimationFrame(look);
		});
		return () => cancelAnimationFrame(picture);
	});

	let glancePx = $state(GLANCE_PX.usual);
	const keep = () => saveSetup($state.snapshot(setup));

	function centre(): void {
		for (const name of AXIS_NAMES) {
			const setting = setup[name];
			if (setting && name !== 'throttle') setting.centre = axes?.[setting.axis] ?? 0;
		}
		keep();
	}
	const percent = (name: AxisControl, value: number | undefined) =>
		value === undefined ? 0 : name === 'throttle' ? value * 100 : (value + 1) * 50;
</script>

<svelte:head><title>Controls · Hanza</title></svelte:head>

<h1>Controls</h1>
<p class="mt-1 text-ink-soft" role="status" data-testid="device">
	{axes
		? `A device with ${axes.length} axes is there.`
		: 'No gamepad or joystick yet: plug one in and move it.'}
</p>
<div class="sheet mt-3 overflow-x-auto">
	<table class="table">
		<thead
			><tr
				><th>Control</th><th>Axis</th><th>Now</th><th>Reversed</th><th>Dead zone</th><th>Curve</th><th
				></th></tr
			></thead
		>
		<tbody>
			{#each AXIS_NAMES as name (name)}
				{@const setting = setup[name]}
				<tr>
					<td>{AXIS_CONTROLS[name]}</td>
					<td
						>{assigning?.control === name
							? 'move the axis now'
							: setting
								? `axis ${setting.axis + 1}`
								: 'none'}</td
					>
					<td>
						<meter min="0" max="100" value={percent(name, asked[name])} aria-label="{AXIS_CONTROLS[name]} now"
						></meter>
						<span class="inline-block w-14 text-right" data-testid="now-{name}">
							{asked[name] === undefined ? '' : `${Math.round(asked[name] * 100)} %`}
						</span>
					</td>
					<td>
						{#if setting}
							<Checkbox
								label="{AXIS_CONTROLS[name]} reversed"
								unseen
								bind:checked={setting.invert}
								onchange={keep}
							/>
						{/if}
					</td>
					<td>
						{#if setting && name !== 'throttle'}
							<Slider
								label="{AXIS_CONTROLS[name]} dead zone"
								max={0.3}
								bind:value={setting.deadZone}
								onchange={keep}
							/>
							{Math.round(setting.deadZone * 100)} %
						{/if}
					</td>
					<td>
						{#if setting && name !== 'throttle'}
							<Slider
								label="{AXIS_CONTROLS[name]} curve"
								min={1}
								max={3}
								step={0.1}
								bind:value={setting.curve}
								onchange={keep}
							/>
							{setting.curve.toFixed(1)}
						{/if}
					</td>
					<td class="number">
						<button
							class="button"
							disabled={!axes}
							aria-label="Assign {AXIS_CONTROLS[name]}"
							onclick={() => (assigning = { control: name, from: [...(axes ?? [])] })}>Assign</button
						>
						{#if setting}
							<button
								class="button"
								aria-label="Take {AXIS_CONTROLS[name]} off the device"
								onclick={() => {
									setup[name] = null;
									keep();
								}}>Off</button
							>
						{/if}
					</td>
				</tr>
			{/each}
		</tbody>
	</table>
</div>
<p class="mt-3 flex flex-wrap items-center gap-2">
	<button class="button" disabled={!axes} onclick={centre}>Let go, then press: this is the centre</button>
	<button
		class="button"
		onclick={() => {
			setup = structuredClone(DEFAULT_SETUP);
			keep();
		}}>Back to the usual</button
	>
</p>

<h2 class="mt-6">Keys</h2>
<KeyTable />

<h2 class="mt-6">Veiled panel</h2>
<div class="mt-2 flex flex-wrap items-center gap-3">
	<span>Glance width: the pointer looks at an instrument from this far beside it</span>
	<Slider
		label="Glance width"
		class="w-40"
		max={GLANCE_PX.most}
		step={2}
		text="{glancePx} px"
		bind:value={glancePx}
		onchange={(px) => saveGlancePx(px)}
	/>
	<span class="w-14 tabular-nums">{glancePx} px</span>
</div>
