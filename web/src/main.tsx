import { StrictMode } from 'react'
import { createRoot } from 'react-dom/client'
import { App } from '@/app/App'
import { beginLight } from '@/lib/lamp'
import './theme.css'

beginLight()
const root = document.getElementById('root')
if (root) createRoot(root).render(<StrictMode><App /></StrictMode>)
// On the machine the program runs on there is nothing to be away from; tablets come over https.
if (location.protocol === 'https:' && 'serviceWorker' in navigator) void navigator.serviceWorker.register('/sw.js')
