<script setup lang="ts">
// One joint: its knot drawn, its situation said, whether the knot still fits.
import { computed } from 'vue'
import IconTrash from '~icons/lucide/trash-2'
import type { Schemas } from '../../api/client'
import KnotFigure from '../../rope/KnotFigure.vue'
import VerdictMark from '../../ui/VerdictMark.vue'

const props = defineProps<{ view: Schemas['JointView']; place: number; job: number }>()
defineEmits<{ remove: [] }>()
const address = computed(() => `/jobs/${props.job}/joints/${props.view.joint.id}`)
</script>

<template>
  <li class="joint">
    <RouterLink
      class="joint-draw cloth"
      :to="view.joint.knot ? `/knots/${view.joint.knot}` : address"
      :aria-label="view.taken ? `How to tie the ${view.taken.name}` : 'Choose'">
      <KnotFigure v-if="view.joint.knot" :knot="view.joint.knot" :drawn-up="1" :on="view.drawn" :answer="view.taken ?? undefined" />
      <span v-else class="dots" aria-hidden="true">· · ·</span>
    </RouterLink>
    <div class="joint-say">
      <h2>
        <span class="disc">{{ place }}</span> <RouterLink :to="address">{{ view.joint.name }}</RouterLink>
      </h2>
      <p v-if="view.taken" class="joint-knot">
        <b>{{ view.taken.name }}</b> <VerdictMark :answer="view.taken" />
      </p>
      <p v-else class="joint-knot">
        <b>No knot taken yet.</b> <template v-if="view.first">{{ view.first }} would be first.</template>
      </p>
      <p v-if="view.taken?.mended">
        <b>{{ view.taken.mended.head }}</b> {{ view.taken.mended.says }}.
      </p>
      <p v-if="view.taken?.verdict === 'does-not-fit'">
        {{ view.taken.lead.says }} <template v-if="view.first">{{ view.first }} would be first.</template>
      </p>
      <p v-if="view.cord_refused">
        <b>{{ view.cord_refused.says }}</b> {{ view.cord_refused.take }}
      </p>
      <p class="sub says">{{ view.says }}</p>
      <p v-if="view.joint.note" class="note">{{ view.joint.note }}</p>
    </div>
    <div class="joint-do">
      <span v-if="view.taken"
        ><b>{{ view.taken.facts.cord_words }}</b
        ><span class="sub"> in the knot</span></span
      >
      <BButton class="btn-tab no-print" :to="address">{{ view.taken ? 'Change' : 'Choose' }}</BButton>
      <BButton class="btn-bare no-print" variant="link" :aria-label="`Put ${view.joint.name} away`" @click="$emit('remove')"
        ><IconTrash class="i"
      /></BButton>
    </div>
  </li>
</template>
