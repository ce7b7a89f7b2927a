/** Where the app begins. */
import './state/history';
import 'expo-router/entry';
