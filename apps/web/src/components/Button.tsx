import { StyleSheet } from 'react-native';
import type { ButtonProps } from 'react-native-paper';
import { Button as PaperButton } from 'react-native-paper';
import { TOUCH } from '../theme/tokens';

/** A button a fingertip finds. */
export const Button = ({ contentStyle, ...props }: ButtonProps) => (
  <PaperButton {...props} contentStyle={[styles.tall, contentStyle]} />
);

const styles = StyleSheet.create({ tall: { minHeight: TOUCH } });
