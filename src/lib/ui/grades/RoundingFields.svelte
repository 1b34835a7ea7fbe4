<script lang="ts">
  import type { Rounding } from '$core/grades/rounding';

  /** How results are rounded, bound to a draft and named for a form alike. */
  let { rounding = $bindable() }: { rounding: Rounding } = $props();
</script>

<label class="text-sm"
  >Rounded once, to
  <select class="select mt-1 flex" name="step" bind:value={rounding.step}>
    <option value={0.01}>hundredths</option><option value={0.1}>tenths</option><option value={0.25}>quarters</option>
    <option value={0.5}>halves</option><option value={1}>whole numbers</option>
  </select></label
>
<label class="text-sm"
  >Between two
  <select class="select mt-1 flex" name="how" bind:value={rounding.how}>
    <option value="half-up">halves up</option><option value="half-even">halves to the even one</option>
    <option value="down">always down</option><option value="up">always up</option>
  </select></label
>
