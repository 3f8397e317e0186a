import { screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';

/** Chooses from a list as the keyboard does: opens it, and takes the option of that value. */
export async function choose(control: HTMLElement, value: string): Promise<void> {
  await userEvent.click(control);
  const options = await screen.findAllByRole('option');
  const wanted = options.find((o) => o.dataset['value'] === value);
  if (!wanted) throw new Error(`no option ${value} among ${options.map((o) => o.dataset['value']).join()}`);
  await userEvent.click(wanted);
}
