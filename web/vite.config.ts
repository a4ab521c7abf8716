import vue from '@vitejs/plugin-vue'
import vuetify from 'vite-plugin-vuetify'
import { VitePWA } from 'vite-plugin-pwa'
import { defineConfig } from 'vitest/config'

export default defineConfig({
  plugins: [
    vue(),
    vuetify({ autoImport: true }),
    VitePWA({
      registerType: 'prompt', // see api/worker
      injectRegister: false,
      manifest: {
        name: 'Patient Owl',
        short_name: 'Owl',
        start_url: '/nights',
        display: 'standalone',
        background_color: '#14120f',
        theme_color: '#14120f',
        icons: [{ src: '/owl.svg', sizes: 'any', type: 'image/svg+xml' }],
      },
      workbox: {
        clientsClaim: true, // the first page that is opened is kept at once
        importScripts: ['claim.js'], // and one that was on its way just then, when it asks
        globPatterns: ['**/*.{js,css,html,svg,woff2,txt}'],
        navigateFallback: '/index.html',
        navigateFallbackDenylist: [/^\/api\//, /^\/healthz/],
      },
    }),
  ],
  build: { target: 'es2022', chunkSizeWarningLimit: 700 },
  server: {
    fs: { allow: ['..'] }, // docs/guide.md is shown as it is
    proxy: { '/api': 'http://127.0.0.1:8040' },
  },
  test: {
    environment: 'jsdom',
    testTimeout: 30_000, // a machine three times as busy must not fail them
    include: ['src/**/*.test.ts'],
    server: { deps: { inline: ['vuetify'] } },
  },
})
