import { Text } from 'react-native-paper';

export default function Empty() {
  return <Text>Empty</Text>;
}
