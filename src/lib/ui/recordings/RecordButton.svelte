<script lang="ts">
  import CaptureButton from '$ui/capture/CaptureButton.svelte';
  import type { RecordingGoal } from './goal';

  const { goal }: { goal: RecordingGoal } = $props();
</script>

<CaptureButton icon="mic" label="Record" {goal} dialog={() => import('./Studio.svelte')} named="What records" />
