import { Popover, type PopoverProps } from 'antd';
import type { ReactElement } from 'react';

type Props = Pick<PopoverProps, 'title' | 'content' | 'placement'> & { readonly children: ReactElement };

/** The popover of {@link Unfolding}: open from the start, since the click that fetched it asked for that. */
export const UnfoldingPopover = ({ children, ...rest }: Props) => (
  <Popover trigger="click" defaultOpen {...rest}>
    {children}
  </Popover>
);
