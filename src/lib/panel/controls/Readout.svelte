<script lang="ts">
	/** A figure on one line that changes often: laid out alone, in the width that it is given. */
	const { text }: { text: string } = $props();
</script>

<span class="figure">{text}</span>

<style>
	.figure {
		display: block;
		contain: strict;
		width: 100%;
		height: 1.25em;
		line-height: 1.25em;
		text-align: center;
		white-space: nowrap;
	}
</style>
