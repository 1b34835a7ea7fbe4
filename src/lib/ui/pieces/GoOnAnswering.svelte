<script lang="ts">
  import type { PieceView } from '$core/pieces/piece';
  import CaptureButton from '$ui/capture/CaptureButton.svelte';
  import { getWriting } from './writing';

  /** Opens answers of the working packet, to be gone on with. */
  const { piece }: { piece: PieceView } = $props();
  const writing = getWriting();
</script>

<CaptureButton
  icon="list-checks"
  label="Go on answering"
  goal={writing.goalOf(piece)}
  dialog={() => import('$ui/questions/AnswerSheet.svelte')}
  named="What asks the questions"
/>
