<script lang="ts">
  import type { Stage, Track } from '$core/judging/track';
  import { act } from '$ui/forms/act';
  import StageMoves from './StageMoves.svelte';

  interface Props {
    stages: Track;
    stage: Stage;
    rounds: number;
    known: number;
  }
  /** Work that its student has can be called back to an earlier stage. */
  const { stages, stage, rounds, known }: Props = $props();
  const key = crypto.randomUUID();
</script>

<form method="post" action="?/move" use:act class="mt-4 grid gap-2">
  <input type="hidden" name="round" value={rounds} />
  <input type="hidden" name="key" value={key} />
  <input type="hidden" name="known" value={known} />
  <label class="text-sm"
    >What is missing at the earlier stage
    <textarea class="textarea mt-0.5 w-full" name="remark" rows="2" maxlength="20000"></textarea>
  </label>
  <StageMoves {stages} {stage} standing={false} submitting={false} />
</form>
