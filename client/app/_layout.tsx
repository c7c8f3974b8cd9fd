import '~/theme/calendar.css';
import '~/theme/fonts.css';
import '~/theme/table.css';
import { Slot } from '~/router';
import { Root, Stopped } from '~/features/shell';

export default function Layout() {
  return (
    <Root>
      <Slot unstable_screenErrorBoundary={Stopped} />
    </Root>
  );
}
