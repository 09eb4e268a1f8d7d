import { createTransport } from 'nodemailer';
import { runSettings } from './settings';

/**
 * Sends somebody the link that sets a new password, where a mail server is named.
 * @returns whether it was handed to the server; without one the administrator hands the link over
 */
export async function sendPasswordLink({ name, email }: { name: string; email: string }, address: string): Promise<boolean> {
  const { mail } = runSettings();
  if (!mail) return false;
  const server = createTransport(mail.server);
  try {
    await server.sendMail({
      from: mail.from,
      to: { name, address: email },
      subject: 'A new password for Narrow Sieve',
      text: `${name},\n\nwith this link you set a new password. It can be used once, within a day:\n\n${address}\n\nIf you did not ask for one, tell your administrator; your old password holds until the link is used.\n`,
    });
    return true;
  } catch {
    // The link is there all the same: it can be handed over.
    return false;
  } finally {
    server.close();
  }
}
