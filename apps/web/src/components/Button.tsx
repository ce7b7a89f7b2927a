import { StyleSheet } from 'react-native';
import { Button as PaperButton, type ButtonProps } from 'react-native-paper';
import { TOUCH } from '../theme/tokens';

/** A button a fingertip finds. */
export const Button = ({ contentStyle, ...props }: ButtonProps) => (
  <PaperButton {...props} contentStyle={[styles.tall, contentStyle]} />
);

const styles = StyleSheet.create({ tall: { minHeight: TOUCH } });
