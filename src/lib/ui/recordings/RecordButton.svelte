<script lang="ts">
  import { Mic } from '@lucide/svelte';
  import CaptureButton from '$ui/capture/CaptureButton.svelte';
  import type { RecordingGoal } from './goal';

  const { goal }: { goal: RecordingGoal } = $props();
</script>

<CaptureButton icon={Mic} label="Record" {goal} dialog={() => import('./Studio.svelte')} named="What records" />
