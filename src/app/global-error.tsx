'use client';

/** The frame itself failed: nothing of it can be used here, so this page stands on its own. */
export default function GlobalError({ error, reset }: { error: Error & { digest?: string }; reset(): void }) {
  return (
    <html lang="en-GB">
      <body style={{ fontFamily: 'sans-serif', maxWidth: '40rem', margin: '3rem auto', padding: '0 1rem' }}>
        <h1>Mavrin could not be shown</h1>
        <p>What was recorded stands in the book, and what was being typed is kept on this device until it is recorded or dropped.</p>
        <div>
          <button type="button" onClick={reset} style={{ minHeight: 44, padding: '0 1rem' }}>
            Try again
          </button>{' '}
          {/* The router went with the frame: a plain form leads on. */}
          <form action="/" style={{ display: 'inline' }}>
            <button type="submit" style={{ minHeight: 44, padding: '0 1rem' }}>
              To the Floor
            </button>
          </form>
        </div>
        <small>{error.digest ? `Number of the failure: ${error.digest}` : error.message}</small>
      </body>
    </html>
  );
}
