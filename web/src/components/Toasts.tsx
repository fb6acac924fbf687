import { Toast } from 'radix-ui';
import type { ReactNode } from 'react';
import { create } from 'zustand';

interface ToastMessage {
  id: number;
  say: string;
  action?: { label: string; run: () => void };
}

interface ToastStore {
  messages: ToastMessage[];
  show: (say: string, action?: ToastMessage['action']) => void;
  hide: (id: number) => void;
}

/** Short messages that pass by, some with one thing to do. */
export const useToasts = create<ToastStore>()((set, get) => ({
  messages: [],
  show: (say, action) => {
    const id = (get().messages.at(-1)?.id ?? 0) + 1;
    set(({ messages }) => ({ messages: [...messages.slice(-2), { id, say, ...(action ? { action } : {}) }] }));
  },
  hide: (id) => set(({ messages }) => ({ messages: messages.filter((message) => message.id !== id) })),
}));

export function ToastProvider({ children }: { children: ReactNode }) {
  const { messages, hide } = useToasts();
  return (
    <Toast.Provider duration={8000} label="Message">
      {children}
      {messages.map(({ id, say, action }) => (
        <Toast.Root key={id} className="toast" onOpenChange={(open) => !open && hide(id)}>
          <Toast.Description>{say}</Toast.Description>
          {action && (
            <Toast.Action altText={action.label} className="btn s" onClick={action.run}>
              {action.label}
            </Toast.Action>
          )}
        </Toast.Root>
      ))}
      <Toast.Viewport className="fixed bottom-6 left-6 z-50 grid gap-2" />
    </Toast.Provider>
  );
}
