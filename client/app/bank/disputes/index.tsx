import { DisputesScreen } from '~/screens';

export default function Disputes() {
  return <DisputesScreen />;
}
