<script lang="ts">
  import EmptyState from '$ui/primitives/EmptyState.svelte';
  import Emblem from '$ui/courses/Emblem.svelte';
  import { act } from '$ui/forms/act';
  import Field from '$ui/forms/Field.svelte';
  import Answered from '$ui/primitives/Answered.svelte';
  import Message from '$ui/primitives/Message.svelte';

  const { data, form } = $props();
  const course = $derived(data.course);
</script>

<svelte:head><title>{course.title} · Vendro</title></svelte:head>
<p class="mb-2 text-sm"><a class="link" href="/school/courses">All courses</a></p>
<div class="flex items-center gap-4">
  <Emblem emblem={course.emblem} large />
  <div>
    <h1 class="page-title">{course.title}</h1>
    <p>{course.ended ? 'This course has ended.' : `${course.students} students`}</p>
  </div>
</div>
<Answered {form} />
{#if form && 'done' in form && form.done}
  <Message kind={form.unknown.length > 0 ? 'problem' : 'done'}>
    {form.done}
    {#if form.unknown.length > 0}Nobody has the account names {form.unknown.join(', ')}.{/if}
  </Message>
{/if}
<div class="mt-5 grid gap-8 lg:grid-cols-[minmax(0,1fr)_22rem]">
  <section aria-labelledby="in-it">
    <h2 id="in-it" class="mb-2 text-xl font-semibold">Who is in it</h2>
    {#if course.people.length === 0}<EmptyState><p>Nobody yet. Let its teacher in first.</p></EmptyState>{/if}
    <ul class="divide-y divide-base-300 bg-base-100">
      {#each course.people as person (person.id)}
        <li class="flex flex-wrap items-center gap-x-4 px-3 py-1.5">
          <a class="link font-semibold" href="/school/people/{person.id}">{person.name}</a>
          <span class="text-sm">{person.handle}</span>
          <span class="text-sm">{person.role === 'teacher' ? 'teaches' : 'studies'}</span>
          <form method="post" action="?/remove" use:act class="ml-auto">
            <input type="hidden" name="id" value={person.id} />
            <button class="btn btn-sm" aria-label="Take {person.name} out">Take out</button>
          </form>
        </li>
      {/each}
    </ul>
  </section>
  <section class="self-start rounded bg-base-100 p-4" aria-labelledby="enrol">
    <h2 id="enrol" class="mb-3 text-xl font-semibold">Let people in</h2>
    <form method="post" action="?/enrol" use:act class="grid gap-4">
      <Field label="Account names" about="a space between them">
        <textarea class="textarea w-full" name="handles" rows="4" required autocapitalize="none" spellcheck="false"
        ></textarea>
      </Field>
      <Field label="As">
        <select class="select w-full" name="role"
          ><option value="student">Students</option><option value="teacher">Teachers</option></select
        >
      </Field>
      <button class="btn justify-self-start btn-primary">Let them in</button>
    </form>
  </section>
</div>
