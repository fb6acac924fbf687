import { Toast } from 'radix-ui';
import { buttonLook } from './Button.tsx';
import { useToasts } from './toast.ts';

/** Shows the messages that wait, for eight seconds each. */
export function Toasts() {
  const { messages, hide } = useToasts();
  return (
    <Toast.Provider duration={8000} label="Message">
      {messages.map(({ id, say, action }) => (
        <Toast.Root
          key={id}
          className="inline-flex items-center gap-4 rounded-md bg-chosen py-2 pr-2 pl-4 text-on-chosen deep:hidden forced-colors:border"
          onOpenChange={(open) => !open && hide(id)}
        >
          <Toast.Description>{say}</Toast.Description>
          {action && (
            <Toast.Action
              altText={action.label}
              className={buttonLook({
                look: 'bare',
                size: 's',
                className: 'underline underline-offset-4 hover:bg-transparent hover:decoration-3',
              })}
              onClick={action.run}
            >
              {action.label}
            </Toast.Action>
          )}
        </Toast.Root>
      ))}
      <Toast.Viewport className="fixed bottom-6 left-6 z-50 grid gap-2 max-sm:inset-x-3 max-sm:top-14 max-sm:bottom-auto" />
    </Toast.Provider>
  );
}
