import { useEffect, useRef, useState } from 'react'

/** How wide an element is drawn, px, followed as it changes. */
export function useWidth(first = 1000) {
  const ref = useRef<HTMLDivElement>(null)
  const [width, setWidth] = useState(first)
  useEffect(() => {
    const box = ref.current
    if (!box) return
    const watch = new ResizeObserver(([entry]) => { if (entry) setWidth(Math.round(entry.contentRect.width)) })
    watch.observe(box)
    return () => watch.disconnect()
  }, [])
  return { ref, width }
}
