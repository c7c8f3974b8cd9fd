import { useLocalSearchParams } from '~/router';
import { HelpScreen } from '~/screens';

export default function Help() {
  const { place } = useLocalSearchParams<{ place?: string }>();
  return <HelpScreen {...(place && { place })} />;
}
