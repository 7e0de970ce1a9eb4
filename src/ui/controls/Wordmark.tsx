/** Rizo's mark and name. */
export function Wordmark() {
  return (
    <a href="/" className="flex items-center gap-2 rounded text-primary" aria-label="Rizo, to the Desk">
      <svg
        viewBox="0 0 24 20"
        className="h-5 w-6"
        fill="none"
        stroke="currentColor"
        strokeWidth="2"
        strokeLinecap="round"
        aria-hidden="true"
      >
        <path d="M2 15c3 0 4-9 8-9 3 0 3 5 0 5-2 0-2-3 1-5s6-3 11-2" />
      </svg>
      <span className="font-serif text-xl font-semibold">Rizo</span>
    </a>
  );
}
