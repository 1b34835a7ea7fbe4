<script lang="ts">
  import Field from '$ui/forms/Field.svelte';

  interface Props {
    person?: { name: string; sortName: string; handle: string; email: string; office: boolean };
  }
  /** What an account is made of. */
  const { person = { name: '', sortName: '', handle: '', email: '', office: false } }: Props = $props();
</script>

<Field label="Name" about="as it is said"
  ><input class="input w-full" name="name" required maxlength="200" value={person.name} autocomplete="off" /></Field
>
<Field label="As lists sort it" about="family name first; may stay empty"
  ><input class="input w-full" name="sortName" maxlength="200" value={person.sortName} autocomplete="off" /></Field
>
<Field label="Account name" about="to sign in with"
  ><input
    class="input w-full"
    name="handle"
    required
    minlength="2"
    maxlength="64"
    value={person.handle}
    autocapitalize="none"
    spellcheck="false"
    autocomplete="off"
  /></Field
>
<Field label="Mail address"
  ><input class="input w-full" name="email" type="email" required value={person.email} autocomplete="off" /></Field
>
<label class="flex items-center gap-2 self-end py-2"
  ><input type="checkbox" class="checkbox" name="office" checked={person.office} /> Belongs to the office: keeps people, courses
  and calendar</label
>
