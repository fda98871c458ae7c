import { Button, Menu } from '@mantine/core';
import { DotsHorizontalIcon } from '@radix-ui/react-icons';
import type { ReactNode } from 'react';

/** What else can be done with a thing, behind three dots. */
export const MoreMenu = ({ name, children }: { name: string; children: ReactNode }) => (
  <Menu position="bottom-end" width={220}>
    <Menu.Target>
      <Button variant="subtle" h={44} px="sm" aria-label={`More about ${name}`}>
        <DotsHorizontalIcon width={20} height={20} aria-hidden />
      </Button>
    </Menu.Target>
    <Menu.Dropdown>{children}</Menu.Dropdown>
  </Menu>
);

export const MoreItem = ({ onClick, children }: { onClick(): void; children: string }) => (
  <Menu.Item onClick={onClick} style={{ minHeight: 44 }}>
    {children}
  </Menu.Item>
);
