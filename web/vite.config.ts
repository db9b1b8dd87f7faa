import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { copyFileSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { join } from 'node:path'
import { brotliCompressSync, gzipSync } from 'node:zlib'
import { defineConfig, type Plugin } from 'vite'

const outDir = '../zither_awl/static'

/** The API's reference page comes from its package; only what it needs is copied. */
const apiReference = (): Plugin => ({
  name: 'api-reference', apply: 'build',
  closeBundle() {
    mkdirSync(join(outDir, 'apidoc'), { recursive: true })
    for (const file of ['swagger-ui-bundle.js', 'swagger-ui.css'])
      copyFileSync(join('node_modules/swagger-ui-dist', file), join(outDir, 'apidoc', file))
  },
})

/** The server does not compress: leave .gz and .br beside every text file. */
const precompress = (): Plugin => ({
  name: 'precompress', apply: 'build', enforce: 'post',
  closeBundle: {
    order: 'post', sequential: true,
    handler() {
      for (const file of readdirSync(outDir, { recursive: true, encoding: 'utf8' })) {
        if (!/\.(js|css|html|svg|json|txt)$/.test(file)) continue
        const raw = readFileSync(join(outDir, file))
        if (raw.length < 1024) continue
        writeFileSync(join(outDir, `${file}.gz`), gzipSync(raw, { level: 9 }))
        writeFileSync(join(outDir, `${file}.br`), brotliCompressSync(raw))
      }
    },
  },
})

export default defineConfig({
  plugins: [react(), tailwindcss(), apiReference(), precompress()],
  resolve: { alias: { '@': new URL('./src', import.meta.url).pathname } },
  build: { outDir, emptyOutDir: true, target: 'baseline-widely-available' },
  server: { proxy: { '/api': 'http://127.0.0.1:8136' } },
})
