import { useLocalSearchParams } from '~/router';
import { TaughtRulesScreen } from '~/screens';

export default function Rules() {
  const { line } = useLocalSearchParams<{ line?: string }>();
  return <TaughtRulesScreen lineId={line === undefined ? null : Number(line)} />;
}
