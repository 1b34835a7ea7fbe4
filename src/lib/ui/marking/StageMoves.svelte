<script lang="ts">
  import { stageAfter, stagesBefore } from '$core/judging/stages';
  import type { Stage, Track } from '$core/judging/track';

  interface Props {
    stages: Track;
    stage: Stage;
    /** A round stands: it can be passed on. Otherwise it is called back from the student. */
    standing: boolean;
    submitting: boolean;
  }
  /** The buttons that pass work to another stage. They belong to the form that they stand in. */
  const { stages, stage, standing, submitting }: Props = $props();
  const next = $derived(stageAfter(stages, stage));
  const earlier = $derived(stagesBefore(stages, stage).filter(({ asks }) => standing || asks));
</script>

{#if standing}
  <button class="btn btn-primary" formaction="?/move" name="to" value={next?.id ?? ''} disabled={submitting}
    >{next ? `Pass on to “${next.title}”` : `Past “${stage.title}”: settle it`}</button
  >
  {#if next?.office && !next.asks}<p class="text-sm">{next.office.name} has it then, with this round.</p>{/if}
{/if}
{#if earlier.length > 0}
  <fieldset class="mt-2 grid gap-2">
    <legend class="text-sm">Or back to an earlier stage, with the remark that says why</legend>
    {#each earlier as { id, title } (id)}
      <button class="btn btn-sm" formaction="?/move" name="to" value={id} disabled={submitting}
        >Back to “{title}”</button
      >
    {/each}
  </fieldset>
{/if}
