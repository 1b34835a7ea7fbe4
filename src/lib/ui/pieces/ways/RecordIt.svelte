<script lang="ts">
  import { fitProblem } from '$core/pieces/fit';
  import { pieceRefusalWords } from '$core/pieces/refusals';
  import type { MadeRecording, RecordingGoal } from '$ui/recordings/goal';
  import { sendRecording } from '$ui/uploads/send-recording';
  import { SHOWS } from '$ui/recordings/sources';
  import Studio from '$ui/recordings/Studio.svelte';
  import { getUploads } from '$ui/uploads/uploads.svelte';
  import { takesTypes } from '$core/pieces/takes-types';
  import type { Filling } from '../ways';

  /** Records into the place. It is heard first, and goes into the packet when the student says so. */
  const { at, close }: { at: Filling; close: () => void } = $props();
  const uploads = getUploads();

  const goal = $derived<RecordingGoal>({
    title: at.place.title,
    where: `place ${at.assignmentId} ${at.place.id ?? ''}`,
    name: at.place.named ?? at.place.title,
    shows: takesTypes(at.place.wants, ['webm', 'mp4']) ? SHOWS : ['voice'],
    shortest: at.place.wants.seconds?.from ?? null,
    longest: at.place.wants.seconds?.to ?? null,
    label: 'Put it into the packet',
    along: at.largest,
    noted: true,
    take
  });

  async function take(recorded: MadeRecording): Promise<string | null> {
    const { place, pieces, largest, assignmentId } = at;
    const { name, size } = recorded.file;
    const why = fitProblem({ kind: 'recording', name, size }, place.wants, pieces.length, largest);
    if (why) return pieceRefusalWords(why, largest, place.wants.types);
    await sendRecording(uploads, recorded, { assignment: assignmentId, deliverable: place.id }, largest);
    return null;
  }
</script>

<Studio {goal} {close} />
