import { useLocalSearchParams } from '~/router';
import { CustomerScreen } from '~/screens';

export default function Customer() {
  const { id, name, ticket } = useLocalSearchParams<{
    id: string;
    name?: string;
    ticket?: string;
  }>();
  return (
    <CustomerScreen
      key={id}
      id={id === 'new' ? null : Number(id)}
      name={name ?? ''}
      forTicket={ticket === '1'}
    />
  );
}
