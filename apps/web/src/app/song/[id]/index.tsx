import { Redirect, useLocalSearchParams } from 'expo-router';

export default function SongIndex() {
  const { id } = useLocalSearchParams<{ id: string }>();
  return <Redirect href={`/song/${id}/chart`} />;
}
