import { keyOf, sameJson, type Fix } from '@tamper/core/job';
import { capital, formatStretch } from '@tamper/core/units';
import { say, sayFix, type Reader, type Sayable } from '@tamper/core/words';
import { memo } from 'react';
import { Text } from '../../ui/Text';
import { colours } from '../../theme/tokens';
import { Button } from '../../ui/Button';
import { Notice } from '../../ui/Notice';
import { View } from '../../ui/View';
import type { MendList, MendLists } from '../../workers/useMends';
import { FixButton } from './FixButton';

interface Props {
  findings: readonly Sayable[];
  reader: Reader;
  /** The fixes that do mend, as far as they were tried, and what takes one. */
  mends?: MendLists;
  onFix?: (finding: Sayable, fix: Fix) => void;
  /** Goes to where a finding speaks. @param about the id of what it is about. */
  onGo?: (station: number, about: string | undefined) => void;
}

const WORD = { stop: 'STOP', caution: 'CAUTION', note: 'NOTE' } as const;
/** Stretches of a finding that get a button of their own. */
const STRETCHES = 3;

/** Findings, worst first: what, where, why, on what basis, and the fixes as buttons. */
export const Findings = memo(function Findings({ findings, reader, mends, onFix, onGo }: Props) {
  return (
    <View role="list" aria-label="Findings" style={{ gap: 10 }}>
      {findings.map((finding) => {
        const key = keyOf(finding);
        return <OneFinding key={key} finding={finding} reader={reader} mends={mends?.get(key)} onFix={onFix} onGo={onGo} />;
      })}
    </View>
  );
});

type One = Pick<Props, 'reader'> & {
  finding: Sayable;
  mends: MendList | undefined;
  onFix: Props['onFix'] | undefined;
  onGo: Props['onGo'] | undefined;
};

/** Drawn again only when it says something else: what came from the worker is another object each time. */
const OneFinding = memo(function OneFinding({ finding, reader, mends, onFix, onGo }: One) {
  const { what, why, basis } = say(finding, reader);
  return (
    <View role="listitem">
      <Notice kind={finding.severity} title={`${WORD[finding.severity]}: ${what}`}>
        <Text>{why}</Text>
        <Text variant="bodySmall" style={{ color: colours.ink }}>
          {basis}
        </Text>
        <View style={{ flexDirection: 'row', flexWrap: 'wrap', gap: 8 }}>
          {onFix
            ? mends?.map((mend) => <FixButton key={sayFix(mend.fix, reader)} finding={finding} mend={mend} reader={reader} onFix={onFix} />)
            : null}
          {onGo ? <Stretches where={finding.where} about={finding.subject?.id} reader={reader} onGo={onGo} /> : null}
        </View>
      </Notice>
    </View>
  );
}, sameOne);

function sameOne(a: One, b: One): boolean {
  const same = a.reader === b.reader && a.mends === b.mends && a.onGo === b.onGo && a.onFix === b.onFix;
  return same && sameJson(a.finding, b.finding);
}

/** Where it speaks, each stretch a button that goes there. */
const Stretches = memo(
  function Stretches({ where, about, reader: { units }, onGo }: StretchesProps) {
    return (
      <>
        {where.slice(0, STRETCHES).map(({ from, to }) => (
          <Button key={`${from} ${to}`} mode="outlined" onPress={() => onGo(from, about)}>
            {capital(formatStretch({ from, to }, units))}
          </Button>
        ))}
        {where.length > STRETCHES ? <Text variant="bodySmall">and {where.length - STRETCHES} more stretches</Text> : null}
      </>
    );
  },
  (a, b) => a.about === b.about && a.reader === b.reader && a.onGo === b.onGo && sameJson(a.where, b.where),
);
interface StretchesProps {
  where: Sayable['where'];
  about: string | undefined;
  reader: Reader;
  onGo: NonNullable<Props['onGo']>;
}
