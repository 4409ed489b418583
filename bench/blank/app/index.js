import { View } from 'react-native';
import { Text } from 'react-native-paper';
import Svg, { Circle } from 'react-native-svg';

export default function Page() {
  return (
    <View>
      <Text>A blank page</Text>
      <Svg width={20} height={20}>
        <Circle cx={10} cy={10} r={9} />
      </Svg>
    </View>
  );
}
