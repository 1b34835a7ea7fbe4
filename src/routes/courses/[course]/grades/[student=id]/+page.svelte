<script lang="ts">
  import { explained } from '$core/grades/explain';
  import { standingResult } from '$core/grades/moves';
  import { ownGrade } from '$core/grades/own-grade';
  import Guardians from '$ui/family/Guardians.svelte';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';
  import Answered from '$ui/primitives/Answered.svelte';
  import WhyGrade from '$ui/grades/WhyGrade.svelte';

  const { data, form } = $props();
  const { scheme, lines, override, now, course } = $derived(data.view);
  const { grade } = $derived(ownGrade(scheme, lines, override, now, course.zone));
</script>

<svelte:head><title>{data.view.student} in {data.view.course.title} · Vendro</title></svelte:head>
<p class="mb-2 text-sm"><a class="link" href="/courses/{course.slug}/grades">Grade book</a></p>
<h2 class="mb-1 text-2xl font-semibold">{data.view.student}</h2>
<p class="mb-4">
  <b class="figures font-display text-3xl">{standingResult(grade) ?? 'No result yet'}</b>
  {#if override}<span class="ml-2">set by {override.by}: “{override.reason}”</span>{/if}
</p>
<Answered {form} />
<WhyGrade steps={explained(scheme, grade)} />
<form method="post" action="?/override" class="my-6 flex flex-wrap items-end gap-3 rounded bg-base-100 p-4" use:act>
  <input type="hidden" name="studentId" value={data.student} />
  <Field label="A result in place of the reckoning" about="left empty, the reckoning holds"
    ><input class="input w-32" name="says" maxlength="40" value={override?.says ?? ''} /></Field
  >
  <Field label="Why" about="the student reads it"
    ><input class="input w-full max-w-80" name="reason" maxlength="500" value={override?.reason ?? ''} /></Field
  >
  <button class="btn">Keep this result</button>
</form>
<Guardians guardians={data.guardians} now={data.now} studentId={data.student} />
