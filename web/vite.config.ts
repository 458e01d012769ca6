import vue from '@vitejs/plugin-vue'
import { BootstrapVueNextResolver } from 'bootstrap-vue-next/resolvers'
import Icons from 'unplugin-icons/vite'
import Components from 'unplugin-vue-components/vite'
import { defineConfig } from 'vite'

export default defineConfig({
  plugins: [
    vue(),
    Components({ resolvers: [BootstrapVueNextResolver()], dirs: [], dts: 'src/components.d.ts' }),
    Icons({ compiler: 'vue3', scale: 1 }),
  ],
  build: { target: 'es2022', reportCompressedSize: true },
  server: { proxy: { '/api': 'http://127.0.0.1:4717' } },
})
