/** A dialog over the screen, with a title and a way out. */
import type { ReactNode } from 'react';
import { Dialog } from 'radix-ui';
import { X } from 'lucide-react';

/** The first field is ready to be typed over; without one, the focus goes where it usually goes. */
function toFirstField(event: Event) {
  const field = (event.currentTarget as HTMLElement).querySelector<HTMLInputElement>(
    'input, textarea, select',
  );
  if (!field) return;
  event.preventDefault();
  field.focus();
  if ('select' in field) field.select();
}

export function Modal({
  title,
  open,
  onOpenChange,
  children,
}: {
  title: string;
  open: boolean;
  onOpenChange: (open: boolean) => void;
  children: ReactNode;
}) {
  return (
    <Dialog.Root open={open} onOpenChange={onOpenChange}>
      <Dialog.Portal>
        <Dialog.Overlay className="modal-overlay" />
        <Dialog.Content className="modal" aria-describedby={undefined} onOpenAutoFocus={toFirstField}>
          <div className="mb-4 flex items-start justify-between gap-4">
            <Dialog.Title className="text-2xl">{title}</Dialog.Title>
            <Dialog.Close className="quiet-button -mt-2 -mr-2" aria-label="Close">
              <X aria-hidden="true" />
            </Dialog.Close>
          </div>
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
