import { useLocalSearchParams } from 'expo-router';
import { CustomerScreen } from '~/features/customers';

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
