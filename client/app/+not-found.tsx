import { useRouter } from 'expo-router';
import { Text } from 'react-native-paper';
import { BackHead } from '../ui/BackHead';
import { Button } from '../ui/Button';
import { Screen } from '../ui/Screen';

/** An address that leads nowhere. */
export default function NotFound() {
  const router = useRouter();
  return (
    <Screen>
      <BackHead title="Nothing is here" home="/" />
      <Text variant="bodyLarge">No page of Lippet has this address. It may have been typed wrongly.</Text>
      <Button kind="main" icon="forward" onPress={() => router.replace('/')}>
        To the beginning
      </Button>
    </Screen>
  );
}
