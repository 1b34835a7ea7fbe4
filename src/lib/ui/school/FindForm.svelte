<script lang="ts">
  /** Finds in a long list by what is written: the address holds it. @prop label what can be written */
  const { value, label }: { value: string; label: string } = $props();
</script>

<form role="search" class="my-4 flex max-w-lg gap-2">
  <input class="input grow" type="search" name="q" {value} maxlength="100" aria-label={label} placeholder={label} />
  <button class="btn">Find</button>
</form>
