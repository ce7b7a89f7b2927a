import { render, screen } from '@testing-library/react';
import { Text } from 'react-native';
import { PaperProvider } from 'react-native-paper';
import { later, Opening } from '../later';

const never = () => new Promise<never>(() => undefined);

describe('what comes later', () => {
  it('says that it is opening, and is then there', async () => {
    const Part = later(async () => () => <Text>Here it is</Text>);
    render(<Part />, { wrapper: PaperProvider });
    expect(screen.queryByRole('progressbar', { name: 'Opening' })).not.toBeNull();
    expect(await screen.findByText('Here it is')).toBeTruthy();
    expect(screen.queryByRole('progressbar')).toBeNull();
  });

  it('is a landmark while it opens, where it is a whole screen', () => {
    const Screen = later(never, Opening);
    render(<Screen />, { wrapper: PaperProvider });
    expect(screen.getByRole('main').contains(screen.getByRole('progressbar'))).toBe(true);
  });
});
