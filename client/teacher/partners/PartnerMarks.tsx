import type { PartView } from '@lippet/core/parts/part';
import { StyleSheet, View } from 'react-native';
import { useGoDocument, usePartnersMarks } from '../../api/queries';
import { useFrozenDocument } from '../../page/document/useFrozenDocument';
import { usePartView } from '../../page/document/usePartView';
import { SentSheet } from '../../sentWork/SentSheet';
import { Button } from '../../ui/Button';
import { Dialog } from '../../ui/Dialog';
import { Opening } from '../../ui/Opening';

interface Props {
  title: string;
  reviewId: string;
  goId: string;
  parts: readonly PartView[];
  onClose: () => void;
}

const nobody = (): void => undefined;

/** A work with what a partner has marked on it, to be looked at. */
export function PartnerMarks({ title, reviewId, goId, parts, onClose }: Props) {
  const doc = useFrozenDocument(useGoDocument(goId).data);
  const marks = useFrozenDocument(usePartnersMarks(reviewId).data);
  const shown = usePartView(doc, parts);
  return (
    <Dialog visible title={title} onClose={onClose} answers={<Button onPress={onClose}>Close</Button>}>
      <View style={styles.sheet}>
        {doc && marks ? (
          <SentSheet
            id={reviewId}
            goId={goId}
            label={`The work with the marks: ${title}`}
            doc={doc}
            shown={shown}
            marks={marks}
            editable={false}
            editor={null}
            sayHome={null}
            onSurface={nobody}
          />
        ) : (
          <Opening />
        )}
      </View>
    </Dialog>
  );
}

const styles = StyleSheet.create({ sheet: { height: 420 } });
