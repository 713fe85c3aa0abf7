// Decodes codes on stickers. The library is fetched when somebody starts to scan, not before.
let loading = null;

const load = (source) => {
    loading ??= new Promise((done, failed) => {
        const script = document.createElement('script');
        script.src = source;
        script.onload = () => done(window.ZXing);
        script.onerror = () => {
            loading = null;
            failed(new Error('The reader could not be fetched. Is the network there?'));
        };
        document.head.append(script);
    });
    return loading;
};

/** @returns {Promise<(canvas: HTMLCanvasElement) => string|null>} null where nothing is read */
export const codeReader = async (source) => {
    const zxing = await load(source);
    const { BarcodeFormat, BinaryBitmap, DecodeHintType, HTMLCanvasElementLuminanceSource, HybridBinarizer, MultiFormatReader } = zxing;
    const reader = new MultiFormatReader();
    const nothing = [zxing.NotFoundException, zxing.ChecksumException, zxing.FormatException];
    reader.setHints(
        new Map([
            [DecodeHintType.POSSIBLE_FORMATS, [BarcodeFormat.CODE_128, BarcodeFormat.CODE_39, BarcodeFormat.QR_CODE]],
            [DecodeHintType.TRY_HARDER, true],
        ]),
    );
    return (canvas) => {
        try {
            return reader.decodeWithState(new BinaryBitmap(new HybridBinarizer(new HTMLCanvasElementLuminanceSource(canvas)))).getText();
        } catch (error) {
            if (nothing.some((kind) => error instanceof kind)) return null;
            throw error;
        }
    };
};
