/** A page whose answers are on their way: it has its landmark meanwhile, so that whoever listens to it is not lost. */
export const Opening = () => (
  <main aria-busy="true" className="p-6 text-soft">
    Opening.
  </main>
)
