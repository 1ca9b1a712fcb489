/** A sheet beside the work, or below it on a phone, with tabs on top; what is behind it can still be touched. */
import type { ReactNode } from 'react';
import { Dialog, Tabs } from 'radix-ui';
import { X } from 'lucide-react';

/** How high it stands on a phone: the fabric above it is small, or has room to be touched. */
const TOPS = { high: 'max-[760px]:top-[30dvh]', low: 'max-[760px]:top-[40dvh]' } as const;

export function TabbedSheet<T extends string>({
  title,
  label,
  tabs,
  tab,
  onTab,
  phone = 'high',
  close,
  children,
}: {
  /** For who does not see it. */
  title: string;
  /** What the tabs are. */
  label: string;
  tabs: readonly (readonly [key: T, words: string])[];
  tab: T;
  onTab: (tab: T) => void;
  phone?: keyof typeof TOPS;
  close: () => void;
  /** `Tabs.Content` of every tab. */
  children: ReactNode;
}) {
  return (
    <Dialog.Root open modal={false} onOpenChange={(open) => !open && close()}>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          onInteractOutside={(event) => event.preventDefault()}
          onOpenAutoFocus={(event) => event.preventDefault()}
          className={`fixed inset-y-0 right-0 z-30 flex w-[min(480px,100vw)] flex-col border-l-4 border-action bg-ground shadow-[-14px_0_40px_rgb(20_13_6/0.25)] ${TOPS[phone]} max-[760px]:left-0 max-[760px]:w-screen max-[760px]:border-t-4 max-[760px]:border-l-0`}
        >
          <Dialog.Title className="sr-only">{title}</Dialog.Title>
          <Tabs.Root
            value={tab}
            onValueChange={(chosen) => onTab(chosen as T)}
            className="flex min-h-0 flex-1 flex-col"
          >
            <div className="flex items-center gap-1 border-b-2 border-line px-2">
              <Tabs.List aria-label={label} className="flex min-w-0 flex-1">
                {tabs.map(([key, words]) => (
                  <Tabs.Trigger
                    key={key}
                    value={key}
                    className="-mb-0.5 min-h-14 flex-1 border-b-4 border-transparent px-1.5 leading-tight font-semibold text-soft data-[state=active]:border-action data-[state=active]:text-ink max-[760px]:min-h-12"
                  >
                    {words}
                  </Tabs.Trigger>
                ))}
              </Tabs.List>
              <Dialog.Close className="quiet-button" aria-label="Close">
                <X aria-hidden="true" />
              </Dialog.Close>
            </div>
            <div className="min-h-0 flex-1 overflow-y-auto px-5 pt-4 pb-10 max-[760px]:px-4 max-[760px]:pt-2.5">
              {children}
            </div>
          </Tabs.Root>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
