import { useLocalSearchParams } from '~/router';
import { FloatScreen } from '~/screens';

export default function Float() {
  const { drawer = '1' } = useLocalSearchParams<{ drawer?: string }>();
  return <FloatScreen drawerId={Number(drawer)} />;
}
