<script lang="ts">
  import type { Choice } from '$ui/capture/devices';

  interface Props {
    label: string;
    choices: readonly Choice[];
    /** The one that is used; null for none yet. */
    used: string | null;
    choose: (id: string) => void;
  }
  /** Which of several devices is used. */
  const { label, choices, used, choose }: Props = $props();
</script>

<label class="flex flex-wrap items-center gap-2 text-sm"
  >{label}
  <select
    class="select w-64 max-w-full select-sm"
    value={used ?? ''}
    onchange={(event) => choose(event.currentTarget.value)}
  >
    {#if used === null}<option value="">None yet</option>{/if}
    {#each choices as { id, label } (id)}<option value={id}>{label}</option>{/each}
  </select>
</label>
