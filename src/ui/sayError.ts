import { type ExternalToast, toast } from 'sonner';

/** Says what went wrong; it stays until it is closed, so that nobody misses it. */
export const sayError = (message: string, options: ExternalToast = {}): void =>
  void toast.error(message, { duration: Infinity, closeButton: true, ...options });
