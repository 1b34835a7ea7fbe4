<script lang="ts">
  import CaptureButton from '$ui/capture/CaptureButton.svelte';
  import type { ScanGoal } from './goal';

  const { goal }: { goal: ScanGoal } = $props();
</script>

<CaptureButton
  icon="scan-text"
  label="Scan sheets"
  {goal}
  dialog={() => import('./Scanner.svelte')}
  named="The scanner"
/>
