<script lang="ts">
  import { fileAddress } from '$core/materials/source';
  import type { RemarkView } from '$core/remarks/remarks';
  import { span } from '$core/time/words';

  /** What was said aloud beside a remark. */
  const { voice, by }: { voice: NonNullable<RemarkView['voice']>; by: string } = $props();
</script>

<audio
  class="mt-1 block h-9 w-full max-w-xs"
  controls
  preload="none"
  src={fileAddress('voices', voice.id)}
  aria-label="Said by {by}, {span(Math.round(voice.seconds) * 1000)}"
></audio>
