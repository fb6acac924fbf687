/** Asks a worker one question at a time by ticket, and hears the answer to it. @param make begins the worker when it is first asked */
export function answersOf<Asked extends { ticket: number }, Found extends { ticket: number }>(make: () => Worker) {
  let worker: Worker | null = null;
  let tickets = 0;
  return (question: Omit<Asked, 'ticket'>, transfer: Transferable[]): Promise<Found> => {
    worker ??= make();
    const own = worker;
    const ticket = ++tickets;
    return new Promise((resolve, reject) => {
      const heard = ({ data }: MessageEvent<Found>): void => {
        if (data.ticket !== ticket) return;
        own.removeEventListener('message', heard);
        resolve(data);
      };
      own.addEventListener('message', heard);
      own.addEventListener('error', () => reject(new Error('the worker does not run here')), { once: true });
      own.postMessage({ ...question, ticket }, transfer);
    });
  };
}
