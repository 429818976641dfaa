// A reporter for Stryker that says each change as soon as no test has noticed
// it: all 300 take hours, and the first ones are worth a look before.
import { declareClassPlugin, PluginKind } from '@stryker-mutator/api/plugin';

class Missed {
  onMutantTested({ status, fileName, location, replacement, mutatorName }) {
    if (status === 'Survived' || status === 'NoCoverage')
      console.log(`${status}: ${fileName}:${location.start.line}:${location.start.column} ${mutatorName} → ${replacement}`);
  }
}

export const strykerPlugins = [declareClassPlugin(PluginKind.Reporter, 'missed', Missed)];
