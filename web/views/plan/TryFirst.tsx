import { Flame } from 'lucide-react'
import { Link } from 'react-router'

/** Leads from a plan to the bench on which it can be tried without gas. */
export function TryFirst({ to, className = '' }: { readonly to: string; readonly className?: string }) {
  return (
    <Link
      className={`name inline-flex min-h-[44px] items-center gap-2 rounded-md border-[1.5px] border-ink bg-sheet px-4 text-field font-semibold ${className}`}
      to={to}
    >
      <Flame size={18} aria-hidden="true" />
      Try it first
    </Link>
  )
}
