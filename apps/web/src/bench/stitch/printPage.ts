/** Prints one part of the page by itself, black on white: a copy of it in a frame of its own that has the page's styles. */
export function printPage(id: string, title: string): void {
  const part = document.getElementById(id);
  if (!part) return;
  const frame = document.createElement('iframe');
  frame.setAttribute('aria-hidden', 'true');
  frame.style.position = 'fixed';
  frame.style.width = '0';
  frame.style.height = '0';
  frame.style.border = '0';
  document.body.append(frame);
  const into = frame.contentDocument;
  if (!into) return;
  into.title = title;
  into.documentElement.dataset.theme = 'paper';
  const sheets = [...document.querySelectorAll<HTMLLinkElement>('link[rel=stylesheet]')];
  const loaded = sheets.map(
    (sheet) =>
      new Promise<void>((done) => {
        const link = into.createElement('link');
        link.rel = 'stylesheet';
        link.href = sheet.href;
        link.onload = () => done();
        link.onerror = () => done();
        into.head.append(link);
      }),
  );
  into.body.append(into.importNode(part, true));
  void Promise.all(loaded).then(() => {
    frame.contentWindow?.addEventListener('afterprint', () => frame.remove());
    frame.contentWindow?.print();
  });
}
