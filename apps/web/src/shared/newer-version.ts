/** True where the server gives out another version of the page: its scripts have other names. */
export async function isNewerServed(): Promise<boolean> {
  const script = document.querySelector<HTMLScriptElement>('script[type="module"][src]');
  if (!script) return false;
  const page = await fetch('/', { cache: 'no-store' }).then(
    (answer) => (answer.ok ? answer.text() : ''),
    () => '',
  );
  return page.includes('<script') && !page.includes(new URL(script.src).pathname);
}
