import {
  addSampleCourse,
  expect,
  expectAccessible,
  save,
  signInAs,
  signUpByForm,
  test,
  unfold,
} from './fidens';

const NEXT = 'two gulls over the breakwater';

test('an account is made by keyboard alone, Enter after each field', async ({ page }) => {
  await page.goto('/sign-in');
  await page.getByRole('button', { name: 'Make an account' }).focus();
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Name')).toBeFocused();
  await page.keyboard.type('Ada Brook');
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('E-mail')).toBeFocused();
  await page.keyboard.type(`keys${Date.now()}@saltmarsh.example`);
  await page.keyboard.press('Enter');
  await expect(page.getByLabel('Password')).toBeFocused();
  await page.keyboard.type('salt and tide nine');
  await page.keyboard.press('Enter');
  await expect(page.getByRole('heading', { level: 1, name: 'Term' })).toBeFocused();
});

test('name and password are changed, other sessions end, and the account goes with everything in it', async ({
  page,
  browser,
  baseURL,
}) => {
  const account = await signUpByForm(page);
  await addSampleCourse(page);
  const elsewhere = await browser.newPage({ baseURL: baseURL! });
  await signInAs(elsewhere, account);

  await page.goto('/you');
  await page.getByRole('link', { name: 'Your account' }).click();
  await expect(page.getByRole('listitem')).toHaveCount(2);
  await expectAccessible(page);
  await unfold(page, 'Your name');
  const name = page.getByRole('form', { name: 'Your name' });
  await name.getByLabel('Name').fill('Ida Brook');
  await name.getByRole('button', { name: 'Change the name' }).click();
  await expect(name.getByText('Changed.')).toBeVisible();

  await unfold(page, 'Your password');
  const password = page.getByRole('form', { name: 'Your password' });
  await password.getByLabel('Your password').fill('not this one at all');
  await password.getByLabel('New password').fill('short');
  await password.getByRole('button', { name: 'Change the password' }).click();
  await expect(password.getByText('New password must be at least 15 characters long.')).toBeVisible();
  await password.getByLabel('New password').fill(NEXT);
  await password.getByRole('button', { name: 'Change the password' }).click();
  await expect(password.getByText('Your password is not your password.')).toBeVisible();
  await password.getByLabel('Your password').fill(account.password);
  await password.getByLabel('New password').fill(NEXT);
  await password.getByRole('button', { name: 'Change the password' }).click();
  await expect(password.getByText('Changed. Everywhere else you are signed out.')).toBeVisible();
  await expect(page.getByRole('listitem')).toHaveCount(1);
  await expectAccessible(page);
  await elsewhere.reload();
  await expect(elsewhere.getByRole('form', { name: 'Sign in' })).toBeVisible();
  await elsewhere.close();

  await unfold(page, 'What was done with the account');
  const log = page.getByRole('list', { name: 'What was done with the account' }).getByRole('listitem');
  await expect(log.first()).toContainText('Another password; every other session ended');
  await expect(log.last()).toContainText('The account was made');
  await expectAccessible(page);

  await unfold(page, 'Delete the account');
  const leave = page.getByRole('form', { name: 'Delete the account' });
  await leave.getByLabel('Your password').fill(NEXT);
  await leave.getByRole('button', { name: 'Delete it with everything in it' }).click();
  await expect(page.getByRole('form', { name: 'Sign in' })).toBeVisible();
  await page.getByLabel('E-mail').fill(account.email);
  await page.getByLabel('Password').fill(NEXT);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await expect(page.getByText('This e-mail and password do not belong together.')).toBeVisible();
});

test('the whole account leaves as one file, and is put back into another after a look at what is in it', async ({
  page,
}) => {
  await signUpByForm(page);
  await addSampleCourse(page);
  await page.goto('/files');
  const file = await save(page, 'Save the whole account');
  await page.goto('/account');
  await expect(page.getByRole('listitem').first()).toBeVisible();
  await page.getByRole('button', { name: 'Sign out', exact: true }).click();
  await expect(page.getByRole('form', { name: 'Sign in' })).toBeVisible();
  await signUpByForm(page);
  await page.goto('/files');
  const choose = page.getByLabel('Put an account file back: file');
  await choose.setInputFiles({
    name: 'wrong.json',
    mimeType: 'application/json',
    buffer: Buffer.from('{"format": "x"}'),
  });
  await expect(page.getByText('wrong.json is not as it should be. Nothing was stored.')).toBeVisible();
  await choose.setInputFiles(file);
  const found = page.getByRole('region', { name: 'What is in the account file' });
  await expect(found).toContainText('1 term, 1 course');
  await expect(found).toContainText('A term of the same name is here already: This term.');
  await expectAccessible(page);
  await found.getByRole('button', { name: 'Put it all back' }).click();
  await expect(found).toBeHidden();
  await page.goto('/terms');
  await expect(page.getByRole('region', { name: 'This term' })).toHaveCount(2);
  await expect(page.getByText(/Coastal Ecology B\+/)).toBeVisible();
});

test('who has lost the password comes back with a printed code, once, to everything that was there', async ({
  page,
}) => {
  const account = await signUpByForm(page);
  await addSampleCourse(page);
  await page.goto('/account');
  await unfold(page, 'Make recovery codes');
  const form = page.getByRole('form', { name: 'Recovery codes' });
  await form.getByLabel('Your password').fill(account.password);
  await form.getByRole('button', { name: 'Show the codes' }).click();
  const shown = page.getByRole('region', { name: 'Your recovery codes' });
  await expect(shown).toBeVisible();
  const [code] = /[2-9A-Z]{4}(-[2-9A-Z]{4}){3}/.exec(await shown.innerText())!;
  await expect(page.getByText('8 recovery codes are left.', { exact: false })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole('button', { name: 'Sign out', exact: true }).click();
  await page.getByRole('button', { name: 'Come back with a code' }).click();
  const back = page.getByRole('form', { name: 'Come back with a code' });
  await back.getByLabel('E-mail').fill(account.email);
  await back.getByLabel('Recovery code').fill('AAAA-AAAA-AAAA-AAAA');
  await back.getByLabel('New password').fill(NEXT);
  await back.getByRole('button', { name: 'Take the new password' }).click();
  await expect(page.getByText('This e-mail and code do not belong together.')).toBeVisible();
  await expectAccessible(page);
  await back.getByLabel('Recovery code').fill(code.toLowerCase());
  await back.getByRole('button', { name: 'Take the new password' }).click();
  await expect(page.getByRole('link', { name: /Coastal Ecology/ }).first()).toBeVisible();
  await page.goto('/account');
  await expect(page.getByText('7 recovery codes are left.', { exact: false })).toBeVisible();
});
