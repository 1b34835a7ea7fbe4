<script lang="ts">
  import CalendarList from '$ui/courses/CalendarList.svelte';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';
  import Answered from '$ui/primitives/Answered.svelte';

  const { data, form } = $props();
</script>

<svelte:head><title>School calendar · Vendro</title></svelte:head>
<div class="mx-auto max-w-3xl px-4 pt-6 pb-16">
  <h1 class="mb-1 page-title">The school's calendar</h1>
  <p class="mb-5">It stands beside every course, and explains a wait while nothing is marked.</p>
  <Answered {form} />
  <CalendarList days={data.days} removable />
  <form method="post" action="?/enter" use:act class="mt-6 grid gap-4 rounded bg-base-100 p-4 sm:grid-cols-2">
    <Field label="Name"><input class="input w-full" name="title" required maxlength="100" /></Field>
    <Field label="What it means">
      <select class="select w-full" name="kind">
        <option value="holiday">No lessons</option>
        <option value="marking-pause">Nothing is marked</option>
      </select>
    </Field>
    <Field label="First day"><input class="input w-full" type="date" name="first" required /></Field>
    <Field label="Last day"><input class="input w-full" type="date" name="last" required /></Field>
    <button class="btn justify-self-start btn-primary">Enter these days</button>
  </form>
</div>
