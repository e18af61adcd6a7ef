// A document of its own to the printer, without leaving the page.

/** Prints HTML. @returns once the browser has shown its question and was answered */
export function printHtml(html: string): Promise<void> {
  const frame = document.createElement('iframe');
  frame.title = 'What is printed';
  frame.className = 'fixed size-0 border-0';
  frame.srcdoc = html;
  return new Promise((resolve, reject) => {
    frame.addEventListener('load', () => {
      try {
        // Returns when the question is answered, so the frame may go.
        frame.contentWindow?.print();
        resolve();
      } catch (error) {
        reject(error);
      } finally {
        frame.remove();
      }
    });
    document.body.append(frame);
  });
}
