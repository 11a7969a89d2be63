/** In the place of a page that broke, where no plan is open. */
export function BrokenPage({ message }: { readonly message: string }) {
  return (
    <main className="shelf broken" role="alert">
      <h2>This view broke</h2>
      <p>What is kept in this browser stays as it is. Load the page again.</p>
      <p className="quiet">{message.slice(0, 300)}</p>
      <button type="button" className="button" onClick={() => location.assign('/')}>
        Load it again
      </button>
    </main>
  );
}
