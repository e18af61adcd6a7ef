// A word from the browser that long work has ended, for who is looking elsewhere.

/** Whether the browser may tell, may be asked, or may not; where it knows no such thing it may not. */
export function mayNotify(): NotificationPermission {
  return typeof Notification === 'undefined' ? 'denied' : Notification.permission;
}

/** Asks the trader; to be called out of something that was pressed. */
export async function askToNotify(): Promise<NotificationPermission> {
  return typeof Notification === 'undefined' ? 'denied' : Notification.requestPermission();
}

/** Tells it, if it may and nobody is looking at the page. */
export function notify(words: string): void {
  if (mayNotify() !== 'granted' || !document.hidden) return;
  try {
    new Notification('Plateau', { body: words, icon: '/icon.svg' });
  } catch {
    // Some browsers let service workers alone tell; the page says the same when it is looked at.
  }
}
