import { render, screen } from '@testing-library/react';
import userEvent from '@testing-library/user-event';
import { Segments } from './Segments';

describe('Segments', () => {
  it('is a group of radios of which one is chosen', async () => {
    const choose = jest.fn();
    const options = [
      { value: 'a4', label: 'A4' },
      { value: 'letter', label: 'Letter' },
    ];
    render(<Segments label="Paper" options={options} value="a4" onChange={choose} />);
    expect(screen.getByRole('radiogroup', { name: 'Paper' })).toBeInTheDocument();
    expect(screen.getByRole('radio', { name: 'A4' })).toBeChecked();
    expect(screen.getByRole('radio', { name: 'Letter' })).not.toBeChecked();
    await userEvent.click(screen.getByRole('radio', { name: 'Letter' }));
    expect(choose).toHaveBeenCalledWith('letter');
  });
});
