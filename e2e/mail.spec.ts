import { MailCatcher } from '../scripts/mail-catcher.cjs';
import { expect, expectAccessible, Fidens, signOut, test } from './fidens';

test('with mail a new account is finished by its link, and a lost password renewed by one', async ({
  page,
}) => {
  const catcher = new MailCatcher();
  const mail = await catcher.start();
  const fidens = new Fidens({
    settings: {
      FIDENS_MAIL: mail,
      FIDENS_MAIL_FROM: 'fidens@saltmarsh.example',
      FIDENS_ADDRESS: 'https://fidens.example',
    },
  });
  /** The link of the newest message with a subject, on the server of this test. */
  const linkOf = async (subject: string) => {
    const found = () => catcher.messages.find((message) => message.subject === subject);
    await expect.poll(() => found() !== undefined).toBe(true);
    return /https:\/\/fidens\.example(\S+)/.exec(found()!.text)![1]!;
  };
  try {
    await fidens.start();
    await page.goto(fidens.url);
    await page.getByRole('button', { name: 'Make an account' }).click();
    await page.getByLabel('Name').fill('Ada Brook');
    await page.getByLabel('E-mail').fill('ada@saltmarsh.example');
    await page.getByLabel('Password').fill('salt and tide 9');
    await page.keyboard.press('Enter');
    await expect(page.getByText(/^Look into your mail/)).toBeVisible();
    await expectAccessible(page);
    await page.goto(`${fidens.url}${await linkOf('Finish your Fidens account')}`);
    await page.getByLabel('Password').fill('not what was chosen');
    await page.keyboard.press('Enter');
    await expect(page.getByText(/is not the one that was chosen/)).toBeVisible();
    await page.getByLabel('Password').fill('salt and tide 9');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'Term' })).toBeVisible();

    await page.getByRole('link', { name: 'You', exact: true }).click();
    await signOut(page);
    await page.getByRole('button', { name: 'The password is lost' }).click();
    await page.getByLabel('E-mail').fill('ada@saltmarsh.example');
    await page.keyboard.press('Enter');
    await expect(page.getByText(/^Look into your mail/)).toBeVisible();
    await page.goto('about:blank');
    await page.goto(`${fidens.url}${await linkOf('A new password for Fidens')}`);
    await page.getByLabel('New password', { exact: true }).fill('two gulls over the breakwater');
    await page.keyboard.press('Enter');
    await expect(page.getByRole('heading', { name: 'Term' })).toBeVisible();

    // Another e-mail: a link goes there, and is taken also where the student must sign in first.
    await page.goto(`${fidens.url}/account`);
    await page.getByRole('button', { name: 'Your e-mail' }).click();
    const form = page.getByRole('form', { name: 'Your e-mail' });
    await form.getByLabel('E-mail', { exact: true }).fill('ada.brook@saltmarsh.example');
    await form.getByLabel('Your password').fill('two gulls over the breakwater');
    await page.keyboard.press('Enter');
    await expect(page.getByText(/^Look into the mail there/)).toBeVisible();
    const taken = await linkOf('Another e-mail for Fidens');
    await page.getByRole('button', { name: 'Sign out', exact: true }).click();
    await expect(page.getByRole('form', { name: 'Sign in' })).toBeVisible();
    await page.goto('about:blank');
    await page.goto(`${fidens.url}${taken}`);
    await page.getByLabel('E-mail').fill('ada@saltmarsh.example');
    await page.getByLabel('Password').fill('two gulls over the breakwater');
    await page.keyboard.press('Enter');
    await page.getByRole('button', { name: 'Take this e-mail' }).click();
    await expect(
      page.getByText('Changed: sign in with ada.brook@saltmarsh.example from now on.'),
    ).toBeVisible();
    await expectAccessible(page);
  } finally {
    await fidens.stop();
    await catcher.stop();
  }
});
