<script setup lang="ts">
import { usePreferredDark } from '@vueuse/core'
import { onMounted, watchEffect } from 'vue'
import { BApp } from 'bootstrap-vue-next/components/BApp'
import JobLine from './JobLine.vue'
import KeyList from './KeyList.vue'
import { useHabits } from './habits'

const habits = useHabits()
onMounted(() => void habits.load())

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
    <JobLine />
    <main id="main" tabindex="-1">
      <RouterView />
    </main>
    <KeyList />
  </BApp>
</template>
