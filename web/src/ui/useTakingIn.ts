import { useState } from 'react'
import { sendFile } from '@/lib/http'
import { refresh } from '@/lib/queries'
import { useWrite } from './useWrite'

export const HOUSEHOLD_FILES = '.json,.zip,application/json,application/zip'

/** A file that is first looked through and then taken in: what it holds, and what was taken, as the program tells both. */
export function useTakingIn<Holds>(path: '/api/import/household' | '/api/import/family', onTaken?: () => void) {
  const [file, setFile] = useState<File | null>(null)
  const [found, setFound] = useState<Holds | null>(null)
  const [done, setDone] = useState<Holds | null>(null)
  const look = useWrite(async (chosen: File) => {
    setFound(await sendFile<Holds>('POST', `${path}/check`, chosen))
    setFile(chosen)
  })
  const take = useWrite(async () => {
    if (!file) return
    setDone(await sendFile<Holds>('POST', path, file))
    setFound(null)
    await refresh()
    onTaken?.()
  })
  const choose = (chosen: File) => {
    setFound(null)
    setDone(null)
    void look.run(chosen)
  }
  return { found, done, look, take, choose, leave: () => setFound(null) }
}
