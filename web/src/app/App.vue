<script setup lang="ts">
import { usePreferredDark } from '@vueuse/core'
import { onMounted, ref, watch, watchEffect } from 'vue'
import { away } from '../api/away'
import { useCatalogue } from '../api/catalogue'
import { BApp } from 'bootstrap-vue-next/components/BApp'
import { useRoute } from 'vue-router'
import JobLine from './JobLine.vue'
import TeachLine from './TeachLine.vue'
import KeyList from './KeyList.vue'
import { useHabits } from './habits'
import { useHeading } from './heading'
import { useOutbox } from './outbox'
import { byItself, untold } from './told'

const route = useRoute()
const habits = useHabits()
const outbox = useOutbox()
const main = ref<HTMLElement>()
useHeading(main)
onMounted(() => {
  byItself(habits.load())
  byItself(outbox.ready)
})

// Its words are in the reader's measures.
watch(
  () => habits.changes,
  () => byItself(useCatalogue().load()),
)

const dark = usePreferredDark()
watchEffect(() => {
  const night = habits.settings.light === 'night' || (habits.settings.light === 'system' && dark.value)
  document.documentElement.dataset.bsTheme = night ? 'dark' : 'light'
  const dimmed = night && habits.brightness < 100
  document.documentElement.toggleAttribute('data-dimmed', dimmed)
  document.body.style.filter = dimmed ? `brightness(${habits.brightness}%)` : ''
})
</script>

<template>
  <BApp>
    <a class="skip" href="#main">To the answer</a>
    <TeachLine v-if="route.meta.line === 'teach'" />
    <JobLine v-else-if="route.meta.line !== 'none'" />
    <p v-if="away" class="away" role="status">
      The server does not answer; it is asked again by itself.
      {{ outbox.count ? `${outbox.count === 1 ? 'One change waits' : `${outbox.count} changes wait`} in this browser to be sent.` : '' }}
    </p>
    <p v-if="untold" class="away" role="alert">{{ untold }} <BButton class="btn-tab" @click="untold = ''">Seen</BButton></p>
    <main id="main" ref="main" tabindex="-1">
      <RouterView />
    </main>
    <KeyList />
  </BApp>
</template>
