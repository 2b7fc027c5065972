<script lang="ts">
	import { Switch } from 'bits-ui';

	interface Props {
		label: string;
		checked?: boolean;
		onchange?: (checked: boolean) => void;
	}
	let { label, checked = $bindable(false), onchange }: Props = $props();
	const id = $props.id();
</script>

<span class="inline-flex items-center gap-2">
	<Switch.Root
		{id}
		bind:checked
		onCheckedChange={(now) => onchange?.(now)}
		aria-label={label}
		class="inline-flex h-5 w-9 shrink-0 cursor-pointer items-center rounded-full border border-ink-soft bg-paper px-0.5 data-[state=checked]:border-accent data-[state=checked]:bg-accent"
	>
		<Switch.Thumb
			class="size-3.5 rounded-full bg-ink-soft transition-transform motion-reduce:transition-none data-[state=checked]:translate-x-4 data-[state=checked]:bg-on-accent"
		/>
	</Switch.Root>
	<label for={id} class="cursor-pointer">{label}</label>
</span>
