<script lang="ts">
  interface Props {
    /** The zone of the course, in which the due moment is written. */
    zone: string;
    /** What was typed before it was refused. */
    given: Record<string, string>;
    problem: string | null;
  }
  /** Sets an assignment where there are no scripts: what every one has. Everything else follows the course, and can be changed later. */
  const { zone, given, problem }: Props = $props();
</script>

<form method="post" action="?/plain" class="grid max-w-2xl gap-3">
  {#if problem}<p role="alert" class="font-medium text-error">{problem}</p>{/if}
  <label
    >Title <input class="input block w-full" name="title" required maxlength="300" value={given.title ?? ''} /></label
  >
  <label
    >Brief, in Markdown
    <textarea class="textarea block h-40 w-full" name="brief" maxlength="100000">{given.brief ?? ''}</textarea></label
  >
  <label
    >Due, on the clocks of {zone}
    <input class="input block" type="datetime-local" name="due" value={given.due ?? ''} /></label
  >
  <label>Points <input class="input block w-28" name="points" inputmode="decimal" value={given.points ?? ''} /></label>
  <label
    >What is handed over, one on a line
    <textarea class="textarea block h-24 w-full" name="places" maxlength="4000">{given.places ?? ''}</textarea></label
  >
  <button class="btn justify-self-start btn-primary">Set it</button>
</form>
