/** Opens the browser's own way of printing for a PDF, from a frame that nobody sees. */
export function printPdf(pdf: Blob): void {
  const url = URL.createObjectURL(pdf);
  const frame = document.createElement('iframe');
  frame.title = 'To be printed';
  frame.style.display = 'none';
  frame.src = url;
  frame.onload = () => frame.contentWindow?.print();
  document.body.append(frame);
  // Printing reads the frame for as long as its own window is open.
  setTimeout(() => {
    frame.remove();
    URL.revokeObjectURL(url);
  }, 300_000);
}
