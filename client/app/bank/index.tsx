import { BankScreen } from '~/screens';

export default function Bank() {
  return <BankScreen lane="safe" />;
}
