<script lang="ts">
  import { countsWords } from '$core/courses/rules';
  import { COUNTS } from '$core/packets/terms';
  import { WANTED_KINDS } from '$core/pieces/kinds';
  import type { CourseAbout, CourseHead } from '$core/courses/views';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';

  interface Props {
    course: CourseHead;
    about: CourseAbout;
  }
  const { course, about }: Props = $props();
  const { late, allowance, takeBack, counts, standsAgain, followMinutes, kinds, naming } = $derived(about.rules);
  const contacts = $derived(about.contacts.map((c) => [c.who, c.how, c.hours].join('; ')).join('\n'));
  const LATE = {
    none: 'Costs nothing',
    'per-day': 'Costs per started day',
    flat: 'Costs once',
    'not-accepted': 'Is not accepted'
  };
</script>

<details class="mt-10 rounded bg-base-100 p-4">
  <summary class="cursor-pointer font-semibold">Change what is written here</summary>
  <form method="post" action="?/about" use:act class="mt-4 grid max-w-3xl gap-4">
    <div class="grid gap-4 sm:grid-cols-2">
      <Field label="Name of the course"><input class="input w-full" name="title" value={course.title} required /></Field
      >
      <Field label="What its parts are called" about="Unit, week, chapter, topic…">
        <input class="input w-full" name="unitWord" value={course.unitWord} required maxlength="30" />
      </Field>
      <Field label="Its last day" about="Undated work is planned towards it. Leave it empty where it is not known.">
        <input class="input w-full" type="date" name="endsOn" value={about.endsOn ?? ''} />
      </Field>
    </div>
    <Field label="Where it leads" about="Markdown">
      <textarea class="textarea h-40 w-full" name="goals" value={about.goalsMd}></textarea>
    </Field>
    <Field label="How we work here" about="Markdown">
      <textarea class="textarea h-40 w-full" name="policies" value={about.policiesMd}></textarea>
    </Field>
    <Field label="Whom to ask" about="One on a line: who; how; hours">
      <textarea class="textarea h-24 w-full" name="contacts" value={contacts}></textarea>
    </Field>
    <button class="btn justify-self-start btn-primary">Keep</button>
  </form>
</details>
<details class="mt-3 rounded bg-base-100 p-4">
  <summary class="cursor-pointer font-semibold">Change the standing rules</summary>
  <form method="post" action="?/rules" use:act class="mt-4 grid max-w-3xl gap-4 sm:grid-cols-2">
    <Field label="Late work">
      <select class="select w-full" name="lateKind" value={late.kind}>
        {#each Object.entries(LATE) as [kind, words] (kind)}<option value={kind}>{words}</option>{/each}
      </select>
    </Field>
    <Field label="Percent of the points that it costs">
      <input class="input w-full" name="percent" inputmode="numeric" value={'percent' in late ? late.percent : ''} />
    </Field>
    <Field label="Grace in minutes">
      <input
        class="input w-full"
        name="graceMinutes"
        inputmode="numeric"
        value={'graceMinutes' in late ? late.graceMinutes : ''}
      />
    </Field>
    <Field label="Percent that is always kept">
      <input
        class="input w-full"
        name="floorPercent"
        inputmode="numeric"
        value={'floorPercent' in late ? late.floorPercent : ''}
      />
    </Field>
    <Field label="Rounds for each assignment" about="Empty for as many as one likes">
      <input class="input w-full" name="allowance" inputmode="numeric" value={allowance ?? ''} />
    </Field>
    <Field label="How pieces are named" about={'For example {surname} {deliverable}'}>
      <input class="input w-full" name="naming" value={naming} maxlength="120" />
    </Field>
    <Field label="Of several returned rounds">
      <select class="select w-full" name="counts" value={counts}>
        {#each COUNTS as one (one)}<option value={one}>{countsWords(one)}</option>{/each}
      </select>
    </Field>
    <Field label="Minutes in which sealed bytes may follow" about="0 where everything has to have arrived">
      <input class="input w-full" name="followMinutes" inputmode="numeric" value={followMinutes} />
    </Field>
    <label class="flex items-center gap-2"
      ><input type="checkbox" class="checkbox" name="takeBack" checked={takeBack} /> Rounds can be taken back</label
    >
    <label class="flex items-center gap-2"
      ><input type="checkbox" class="checkbox" name="standsAgain" checked={standsAgain} /> Whoever takes a round back may
      ask that it stands again when the due moment passes</label
    >
    <fieldset class="sm:col-span-2">
      <legend class="text-sm">Kinds of piece wanted</legend>
      <div class="flex flex-wrap gap-4">
        {#each WANTED_KINDS as kind (kind)}
          <label class="flex items-center gap-2"
            ><input type="checkbox" class="checkbox checkbox-sm" name="kind-{kind}" checked={kinds.includes(kind)} />
            {kind}</label
          >
        {/each}
      </div>
    </fieldset>
    <button class="btn justify-self-start btn-primary">Keep the rules</button>
  </form>
</details>
<details class="mt-3 rounded bg-base-100 p-4">
  <summary class="cursor-pointer font-semibold">Copy this course</summary>
  <form method="post" action="?/copy" class="mt-4 flex flex-wrap items-end gap-4">
    <Field label="Name of the copy"><input class="input" name="title" value={course.title} required /></Field>
    <Field label="Its address"><input class="input" name="slug" value="{course.slug}-2" required /></Field>
    <button class="btn">Copy</button>
    <p class="basis-full text-sm opacity-85">
      Rules, outline, materials, briefs and rubrics come along as drafts without dates. Nobody's work does.
    </p>
  </form>
</details>
<form method="post" action="?/end" use:act class="mt-3 flex flex-wrap items-center gap-4 rounded bg-base-100 p-4">
  <input type="hidden" name="to" value={course.archived ? 'running' : 'ended'} />
  <button class="btn">{course.archived ? 'Take the course up again' : 'End the course'}</button>
  <p class="text-sm opacity-85">
    {course.archived
      ? 'Its open work comes back to its students’ Desks.'
      : 'Its work leaves everyone’s Desk and nobody can join. Rounds and grades stay, and you can take it up again.'}
  </p>
</form>
