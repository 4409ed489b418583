import Joi from 'joi';
import { View } from 'react-native';
import { Text } from 'react-native-paper';
import Svg, { Circle } from 'react-native-svg';

const words = Joi.string().required();

export default function Page() {
  return (
    <View>
      <Text>{words.validate('A blank page').value}</Text>
      <Svg width={20} height={20}>
        <Circle cx={10} cy={10} r={9} />
      </Svg>
    </View>
  );
}
