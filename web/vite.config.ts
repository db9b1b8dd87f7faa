import tailwindcss from '@tailwindcss/vite'
import react from '@vitejs/plugin-react'
import { copyFileSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs'
import { dirname, join } from 'node:path'
import { brotliCompressSync, gzipSync } from 'node:zlib'
import { defineConfig, type Plugin } from 'vite'
import { VitePWA } from 'vite-plugin-pwa'

const outDir = '../zither_awl/static'
const { version } = JSON.parse(readFileSync(new URL('./package.json', import.meta.url), 'utf8')) as { version: string }

/** The API's reference page comes from its package; only what it needs is copied. */
const apiReference = (): Plugin => ({
  name: 'api-reference', apply: 'build',
  closeBundle() {
    mkdirSync(join(outDir, 'apidoc'), { recursive: true })
    for (const file of ['swagger-ui-bundle.js', 'swagger-ui.css'])
      copyFileSync(join('node_modules/swagger-ui-dist', file), join(outDir, 'apidoc', file))
  },
})

/** Which page each address opens, as app/App.tsx has it. */
const pages = () => [...readFileSync('src/app/App.tsx', 'utf8').matchAll(/view\('([\w/]+)', \(\) => import\('\.\/pages\/(\w+)'\)\)/g)]
  .map(([, address, page]) => [address, `src/app/pages/${page}.tsx`] as const)

/** A page for every address that asks for all its scripts at once, instead of one telling of the next. */
const askedAtOnce = (): Plugin => {
  let chunks: { file: string; from: string; imports: string[] }[] = []
  const needed = (from: string): string[] => {
    const found = new Set<string>()
    const add = (file: string): void => {
      if (found.has(file)) return
      found.add(file)
      chunks.find((chunk) => chunk.file === file)?.imports.forEach(add)
    }
    chunks.filter((chunk) => chunk.from.endsWith(`/${from}`)).forEach((chunk) => add(chunk.file))
    return [...found]
  }
  return {
    name: 'asked-at-once', apply: 'build',
    generateBundle(_, bundle) {
      chunks = Object.values(bundle).filter((each) => each.type === 'chunk')
        .map((chunk) => ({ file: chunk.fileName, from: chunk.facadeModuleId ?? '', imports: chunk.imports }))
    },
    closeBundle() {
      const html = readFileSync(join(outDir, 'index.html'), 'utf8')
      for (const [address, page] of pages()) {
        const files = [...new Set([...needed('src/app/App.tsx'), ...needed(page)])].filter((file) => !html.includes(file))
        const links = files.map((file) => `<link rel="modulepreload" crossorigin href="/${file}">`).join('\n    ')
        const target = join(outDir, 'views', `${address}.html`)
        mkdirSync(dirname(target), { recursive: true })
        writeFileSync(target, html.replace('</head>', `${links}\n  </head>`))
      }
    },
  }
}

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
  define: { PAGE_VERSION: JSON.stringify(version) },
  plugins: [react(), tailwindcss(), apiReference(), VitePWA({
    registerType: 'prompt', injectRegister: false, // registered by main.tsx, and only over https: no inline script
    manifest: {
      name: 'Zither Awl', short_name: 'Zither Awl', description: 'Shelves, trays and what was seen, of one household.',
      start_url: '/watch', display: 'standalone', background_color: '#eef2f1', theme_color: '#1f5673',
      id: '/', scope: '/',
      icons: [
        { src: '/icon.svg', sizes: 'any', type: 'image/svg+xml', purpose: 'any' },
        ...[48, 72, 96, 144, 192, 256, 384, 512].map((size) => ({ src: `/icon-${size}.png`, sizes: `${size}x${size}`, type: 'image/png', purpose: 'any' })),
        ...[192, 512].map((size) => ({ src: `/icon-maskable-${size}.png`, sizes: `${size}x${size}`, type: 'image/png', purpose: 'maskable' })),
      ],
    },
    workbox: {
      globPatterns: ['**/*.{js,css,html,svg,woff2}', 'icon-*.png', 'apple-touch-icon.png'], globIgnores: ['apidoc/**', 'views/**', '**/*-{cyrillic,cyrillic-ext,greek,greek-ext,vietnamese}-*.woff2'],
      navigateFallback: '/index.html', navigateFallbackDenylist: [/^\/api\//, /^\/trust/, /^\/apidoc/],
      clientsClaim: true,
      runtimeCaching: [{
        // What was last answered is shown while the program is away. The clock and the scale are never kept, and pictures and paper are too many.
        urlPattern: ({ url, request }) => request.method === 'GET' && url.pathname.startsWith('/api/') && !/^\/api\/(clock|home|keeping|copies|lock|scale|stand-ins|paper)|\.(jpg|png|pdf|csv|zip)$/.test(url.pathname),
        handler: 'NetworkFirst', options: { cacheName: 'answers', networkTimeoutSeconds: 2, expiration: { maxEntries: 120 } },
      }],
    },
  }), askedAtOnce(), precompress()],
  resolve: { alias: { '@languages': new URL('../zither_awl/languages', import.meta.url).pathname, '@': new URL('./src', import.meta.url).pathname } },
  build: { outDir, emptyOutDir: true, target: 'baseline-widely-available' },
  server: { proxy: { '/api': 'http://127.0.0.1:8136' } },
})
