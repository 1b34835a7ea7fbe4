<script lang="ts">
  import Answered from '$ui/primitives/Answered.svelte';
  import Field from '$ui/forms/Field.svelte';
  import { act } from '$ui/forms/act';

  const { data, form } = $props();
  const DAYS = ['Monday', 'Tuesday', 'Wednesday', 'Thursday', 'Friday', 'Saturday', 'Sunday'];
  const SITTING = [
    { name: 'shortest', label: 'Shortest session', min: 10, max: 120 },
    { name: 'longest', label: 'Longest session', min: 15, max: 240 },
    { name: 'pause', label: 'Pause between', min: 0, max: 60 },
    { name: 'dayMost', label: 'Most of one day', min: 30, max: 900 }
  ] as const;
  const names = ['mon', 'tue', 'wed', 'thu', 'fri', 'sat', 'sun'];
  const text = (hours: ReadonlyArray<{ from: string; to: string }>) =>
    hours.map(({ from, to }) => `${from}-${to}`).join(', ');
  const exceptions = $derived(
    Object.entries(data.hours.exceptions)
      .map(([day, hours]) => (hours.length === 0 ? day : `${day}: ${text(hours)}`))
      .join('\n')
  );
  const given = $derived<Record<string, string>>(form?.given ?? {});
</script>

<svelte:head><title>When you can work · Vendro</title></svelte:head>
<div class="mx-auto max-w-3xl px-4 pt-6 pb-16">
  <p class="text-sm"><a class="link" href="/plan">Plan</a></p>
  <h1 class="mb-1 page-title">When you can work</h1>
  <p class="mb-4 max-w-prose">
    Hours that are yours for schoolwork, such as 16:00-19:00, several with a comma between. Leave a day empty where
    there are none.
  </p>
  <Answered {form} />
  <form method="post" use:act class="grid gap-3">
    <div class="grid gap-3 sm:grid-cols-2">
      {#each DAYS as day, i (day)}
        <Field label={day}
          ><input
            class="input w-full"
            name={names[i]}
            maxlength="200"
            value={given[names[i] ?? ''] ?? text(data.hours.week[i] ?? [])}
          /></Field
        >
      {/each}
    </div>
    <Field
      label="Days that are otherwise"
      about="one on a line, such as 2027-03-12: 10:00-12:00; the day alone where there is no time"
      ><textarea class="textarea w-full" name="exceptions" rows="3" maxlength="4000"
        >{given.exceptions ?? exceptions}</textarea
      ></Field
    >
    <div class="grid grid-cols-2 gap-3 sm:grid-cols-4">
      {#each SITTING as { name, label, min, max } (name)}
        <Field label="{label}, minutes"
          ><input
            class="input w-full"
            type="number"
            {name}
            {min}
            {max}
            required={name !== 'dayMost'}
            value={given[name] ?? data.sitting[name] ?? ''}
          /></Field
        >
      {/each}
    </div>
    <p><button class="btn btn-primary">Keep these hours</button></p>
  </form>
</div>
