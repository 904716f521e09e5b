import { router } from 'expo-router';
import { Component, type ErrorInfo, type ReactNode } from 'react';
import { isKeeping } from '../store/database';
import { Button } from './Button';
import { Notice } from './Notice';
import { Text } from './Text';
import { View } from './View';

interface State {
  error: Error | undefined;
}

/** Stands round a screen: where it breaks, the others go on, and what was kept is said to be. */
export class ScreenFault extends Component<{ children: ReactNode }, State> {
  override state: State = { error: undefined };

  static getDerivedStateFromError(error: unknown): State {
    return { error: error instanceof Error ? error : new Error(String(error)) };
  }

  override componentDidCatch(error: Error, { componentStack }: ErrorInfo): void {
    console.error('A screen broke', error, componentStack);
  }

  override render(): ReactNode {
    const { error } = this.state;
    if (!error) return this.props.children;
    return (
      <View role="main" style={{ padding: 12, gap: 12 }}>
        <Notice
          kind="stop"
          role="alert"
          title={`This screen broke. Your work is ${isKeeping() ? 'kept on this device' : 'only in this page: do not load it anew'}.`}
        >
          <Text>{error.message}</Text>
          <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
            <Button mode="contained" onPress={() => this.setState({ error: undefined })}>
              Show it again
            </Button>
            <Button mode="outlined" onPress={() => (isKeeping() ? window.location.assign('/') : router.replace('/'))}>
              To the list of jobs
            </Button>
          </View>
        </Notice>
      </View>
    );
  }
}
