import { BankScreen } from '~/features/bank';

export default function Bank() {
  return <BankScreen lane="safe" />;
}
