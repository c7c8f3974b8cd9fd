import '~/theme/fonts.css';
import { Slot } from 'expo-router';
import { Root } from '~/features/shell';

export default function Layout() {
  return (
    <Root>
      <Slot />
    </Root>
  );
}
