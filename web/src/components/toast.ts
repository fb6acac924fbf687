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
