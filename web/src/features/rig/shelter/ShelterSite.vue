<script setup lang="ts">
// What a shelter's site is read from: the weather, and what stands there.
import AnchorList from './AnchorList.vue'
import ForecastStrip from './ForecastStrip.vue'
</script>

<template>
  <ForecastStrip />
  <AnchorList />
</template>
