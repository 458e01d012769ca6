<script setup lang="ts">
// Lines to cut: the cord laid straight with its sum, and the hank that serves.
import type { Schemas } from '../../api/client'
import CordBar from '../../ui/CordBar.vue'

defineProps<{ cuts: Schemas['RigCut'][]; needs: string[] }>()
</script>

<template>
  <section aria-label="Cut">
    <div v-for="c in cuts" :key="c.name" class="cut">
      <h3>
        {{ c.times }} × {{ c.name.toLowerCase() }}, {{ c.cord_name }} <b>{{ c.words[0] }}</b>
      </h3>
      <CordBar :items="c.items" />
      <p class="sub">{{ c.words[1] }}, {{ c.words[2] }} each. An estimate: up to a tenth more or less.</p>
      <p v-if="c.hank">
        <b class="v ok">{{ c.hank }}.</b>
      </p>
      <ul v-if="c.short.length" class="short">
        <li v-for="s in c.short" :key="s">{{ s }}</li>
      </ul>
    </div>
    <p v-if="needs.length" class="needs"><b>And</b> {{ needs.join('; ') }}.</p>
  </section>
</template>
