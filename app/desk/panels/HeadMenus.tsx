'use client';
import type { ReactNode } from 'react';
import { Help } from '../commands/Help.tsx';
import { Daybook } from './Daybook.tsx';
import { SaveMenu } from './SaveMenu.tsx';
import { SourcePanel } from './SourcePanel.tsx';
import { TaskPanel } from './TaskPanel.tsx';

/** What opens from the head: the daybook, the task, the source, and the ways out to paper and files. */
export const HeadMenus = ({ children }: { children: ReactNode }) => (
  <>
    <span className="-ml-4 flex">
      <Daybook />
      <Help />
    </span>
    <TaskPanel />
    <SourcePanel />
    {children}
    <SaveMenu />
  </>
);
