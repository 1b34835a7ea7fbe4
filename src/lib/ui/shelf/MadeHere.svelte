<script lang="ts">
  import type { ShelfFolder } from '$core/shelf/views';
  import type { RecordingGoal } from '$ui/recordings/goal';
  import { sendRecording } from '$ui/uploads/send-recording';
  import RecordButton from '$ui/recordings/RecordButton.svelte';
  import { SHOWS } from '$ui/recordings/sources';
  import type { ScanGoal } from '$ui/scans/goal';
  import ScanButton from '$ui/scans/ScanButton.svelte';
  import { getUploads } from '$ui/uploads/uploads.svelte';

  /** What is made for the Shelf, before anybody knows for which assignment. */
  const { folder, largest }: { folder: ShelfFolder | null; largest: number } = $props();
  const uploads = getUploads();

  const goal = $derived({
    title: folder?.name ?? 'the Shelf',
    where: `shelf ${folder?.id ?? ''}`,
    label: 'Put it on the Shelf'
  });
  const bound = $derived(folder === null ? {} : { folder: folder.id });
  const sheets = $derived<ScanGoal>({
    ...goal,
    name: 'Sheets',
    takesPdf: true,
    takesPictures: true,
    pagesWanted: null,
    largest,
    take(made) {
      for (const { file, facts } of made)
        uploads.add([file], { ...bound, came: 'scanned', made: { scan: facts } }, largest);
      return null;
    }
  });
  const recording = $derived<RecordingGoal>({
    ...goal,
    name: 'Recording',
    shows: SHOWS,
    shortest: null,
    longest: null,
    along: largest,
    noted: false,
    async take(recorded) {
      await sendRecording(uploads, recorded, bound, largest);
      return null;
    }
  });
</script>

<ScanButton goal={sheets} />
<RecordButton goal={recording} />
