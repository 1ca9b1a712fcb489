/** A heading that opens what lies under it. */
import type { ReactNode } from 'react';
import { Collapsible } from 'radix-ui';
import { ChevronDown } from 'lucide-react';

export function Disclosure({
  title,
  open = false,
  onOpen,
  children,
}: {
  title: ReactNode;
  open?: boolean;
  /** Told when it is opened or closed. */
  onOpen?: (open: boolean) => void;
  children: ReactNode;
}) {
  return (
    <Collapsible.Root
      defaultOpen={open}
      {...(onOpen && { onOpenChange: onOpen })}
      className="mt-3 border-t-2 border-line"
    >
      <Collapsible.Trigger className="group flex min-h-12 w-full items-center justify-between gap-3 py-2 text-left font-semibold">
        {title}
        <ChevronDown aria-hidden="true" className="shrink-0 group-data-[state=open]:rotate-180" />
      </Collapsible.Trigger>
      <Collapsible.Content>{children}</Collapsible.Content>
    </Collapsible.Root>
  );
}
