import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { beginLight } from '@/lib/lamp'
import { learnLanguage } from '@/lib/say'
import './theme.css'

beginLight()
await learnLanguage()
// Loaded once the language is known: what a module says as it is read is said in it.
const { App } = await import('@/app/App')
const root = document.getElementById('root')
if (root) createRoot(root).render(<StrictMode><App /></StrictMode>)
// On the machine the program runs on there is nothing to be away from; tablets come over https.
if (location.protocol === 'https:' && 'serviceWorker' in navigator) void navigator.serviceWorker.register('/sw.js')
