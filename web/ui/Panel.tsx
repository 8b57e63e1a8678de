import { X } from 'lucide-react'
import { Dialog } from 'radix-ui'
import { useRef, type ReactNode, type RefObject } from 'react'

interface PanelProps {
  readonly title: string
  readonly open: boolean
  readonly onClose: () => void
  readonly children: ReactNode
  /** From the side for reading, in the middle for asking, over everything for what must be read from afar. */
  readonly place?: 'side' | 'middle' | 'full'
  /** As wide as the window allows. */
  readonly wide?: boolean
  /** For a form that begins with a name: its first field is ready to be typed into. */
  readonly typeFirst?: boolean
  /** Where the focus goes when it closes, if not back to where it was when it opened. */
  readonly returnTo?: RefObject<HTMLElement | null>
}

const PLACES = {
  side: 'right-0 top-0 h-dvh w-full max-w-[480px] border-l-[1.5px]',
  middle:
    'left-1/2 top-1/2 max-h-[92dvh] w-[min(560px,94vw)] -translate-x-1/2 -translate-y-1/2 rounded-md border-[1.5px]',
  full: 'inset-2 rounded-md border-[3px] border-alarm! md:inset-5',
} as const

/** A sheet over the page; Escape or the cross closes it, and the focus goes back to where it was. */
export function Panel({
  title,
  open,
  onClose,
  children,
  place = 'side',
  wide = false,
  typeFirst = false,
  returnTo,
}: PanelProps) {
  const opener = useRef<Element | null>(null)
  return (
    <Dialog.Root open={open} onOpenChange={(now) => (now ? undefined : onClose())}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-40 bg-black/45" />
        <Dialog.Content
          aria-describedby={undefined}
          onOpenAutoFocus={(e) => {
            opener.current = document.activeElement
            const field =
              typeFirst && e.currentTarget instanceof HTMLElement
                ? e.currentTarget.querySelector('input')
                : null
            if (!field) return
            e.preventDefault()
            field.focus()
          }}
          onCloseAutoFocus={(e) => {
            e.preventDefault()
            const back = returnTo?.current ?? opener.current
            const there = back?.isConnected ? back : document.getElementById('page')
            if (there instanceof HTMLElement || there instanceof SVGElement) there.focus()
          }}
          className={`fixed z-50 overflow-y-auto border-ink bg-sheet p-6 ${PLACES[place]} ${wide ? (place === 'middle' ? 'w-[min(1060px,95vw)]!' : 'max-w-[1120px]!') : ''}`}
        >
          <div className="mb-4 flex items-start justify-between gap-4">
            <Dialog.Title className="text-section">{title}</Dialog.Title>
            <Dialog.Close
              aria-label="Close"
              className="grid size-11 shrink-0 place-items-center rounded-md border-[1.5px] border-rule"
            >
              <X size={20} />
            </Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  )
}
