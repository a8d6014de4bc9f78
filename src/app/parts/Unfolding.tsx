import { cloneElement, Suspense, useState, type ComponentProps, type ReactElement } from 'react';
import { later } from './later.ts';
import type { UnfoldingPopover } from './UnfoldingPopover.tsx';

const Popover = later(() => import('./UnfoldingPopover.tsx'), 'UnfoldingPopover');

/** A button that unfolds something beside it; what unfolds it is fetched when it is first wanted. */
export function Unfolding({
  children,
  ...rest
}: Omit<ComponentProps<typeof UnfoldingPopover>, 'children'> & { children: ReactElement<{ onClick?(): void }> }) {
  const [asked, setAsked] = useState(false);
  const plain = cloneElement(children, { onClick: () => setAsked(true) });
  return asked ? (
    <Suspense fallback={plain}>
      <Popover {...rest}>{children}</Popover>
    </Suspense>
  ) : (
    plain
  );
}
