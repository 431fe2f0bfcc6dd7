import { forwardRef, useImperativeHandle, useRef } from 'react';

export interface PrintableHandle {
  /** opens the browser's own way of printing, for this alone */
  print(): void;
}

/** A part of a screen that can be printed by itself; see base.css. */
export const Printable = forwardRef<PrintableHandle, { readonly children: React.ReactNode }>(
  function Printable({ children }, ref) {
    const part = useRef<HTMLDivElement>(null);
    useImperativeHandle(
      ref,
      () => ({
        print() {
          part.current?.classList.add('ravlo-printed');
          window.print();
          part.current?.classList.remove('ravlo-printed');
        },
      }),
      [],
    );
    return <div ref={part}>{children}</div>;
  },
);
