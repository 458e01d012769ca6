<script setup lang="ts">
// How far a learner has tied a knot: whole when the standard is met, a whipping for each right in a row, dots for the rest,
// sagging when it is due.
const props = defineProps<{ run: number; of: number; whole?: boolean; sags?: boolean; thin?: boolean }>()
const at = (n: number) => `${Math.min(n / props.of, 1) * 88}%`
</script>

<template>
  <svg v-if="sags" class="cord-sag" viewBox="0 0 200 40" preserveAspectRatio="none" aria-hidden="true">
    <path class="cord-o" d="M0 6Q100 52 200 6" />
    <path class="cord-a" d="M0 6Q100 52 200 6" />
    <path class="cord-f" d="M0 6Q100 52 200 6" />
  </svg>
  <span v-else-if="thin" class="cord-thin" aria-hidden="true" />
  <span v-else class="cord-run" aria-hidden="true">
    <i class="cord-laid" :style="{ width: whole ? '100%' : run ? at(run) : '0' }" />
    <template v-if="!whole">
      <i v-for="n in run" :key="n" class="cord-tied" :style="{ left: at(n) }" />
      <i class="cord-rest" />
    </template>
  </span>
</template>
