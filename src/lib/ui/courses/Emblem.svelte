<script lang="ts">
  interface Props {
    /** Which drawing of EmblemSheet.svelte. */
    emblem: string;
    large?: boolean;
  }
  const { emblem, large = false }: Props = $props();
</script>

<svg class="emblem {large ? 'size-12' : 'size-8'}" aria-hidden="true"><use href="#emblem-{emblem}" /></svg>
