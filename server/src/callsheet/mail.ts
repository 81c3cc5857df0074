import { createTransport } from 'nodemailer';
import type { Config } from '../platform/config.ts';

/** A mail to one person. */
export interface Mail {
  to: string;
  subject: string;
  text: string;
}

/** Sends mails through the server that `KAVRELL_SMTP_URL` names; null while none is named. Answers what went wrong, per mail; null: it was taken. */
export function mailer(config: Pick<Config, 'smtpUrl' | 'mailFrom'>): ((mail: Mail) => Promise<string | null>) | null {
  if (!config.smtpUrl) return null;
  const transport = createTransport(config.smtpUrl, { from: config.mailFrom });
  return async (mail) => {
    try {
      await transport.sendMail(mail);
      return null;
    } catch (error) {
      // Told to whoever sent it; the others go on.
      return error instanceof Error ? error.message : String(error);
    }
  };
}
