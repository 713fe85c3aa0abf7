// Reads stickers with the camera. The library that decodes them is fetched when somebody starts to scan, not before.
(() => {
    const source = document.currentScript.dataset.reader;
    const { say } = window.vorhut;
    let loading = null;

    const load = () => {
        loading ??= new Promise((done, failed) => {
            const script = document.createElement('script');
            script.src = source;
            script.onload = () => done(window.ZXing);
            script.onerror = () => failed(new Error('The reader could not be fetched. Is the network there?'));
            document.head.append(script);
        });
        return loading;
    };

    // Decodes what stands on a canvas; null where nothing is read.
    const decoder = (zxing) => {
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
                return reader
                    .decodeWithState(new BinaryBitmap(new HybridBinarizer(new HTMLCanvasElementLuminanceSource(canvas))))
                    .getText();
            } catch (error) {
                if (nothing.some((kind) => error instanceof kind)) return null;
                throw error;
            }
        };
    };

    const wrong = (error) => {
        const instead = 'Type what stands on the sticker.';
        if (error.name === 'NotAllowedError') return `The camera may not be used: allow it for this page. ${instead}`;
        if (error.name === 'NotFoundError') return `There is no camera here. ${instead}`;
        return `${error.message || 'The camera could not be started.'} ${instead}`;
    };

    // Tells each text once while the same sticker stays in sight; what it answers stops the camera.
    const look = async (video, found) => {
        const decode = decoder(await load());
        const stream = await navigator.mediaDevices.getUserMedia({ video: { facingMode: 'environment', width: { ideal: 1280 } } });
        video.srcObject = stream;
        await video.play();
        const canvas = document.createElement('canvas');
        const pen = canvas.getContext('2d', { willReadFrequently: true });
        let last = '';
        let timer = 0;
        const stop = () => {
            clearTimeout(timer);
            stream.getTracks().forEach((track) => track.stop());
        };
        const tick = () => {
            canvas.width = video.videoWidth;
            canvas.height = video.videoHeight;
            pen.drawImage(video, 0, 0);
            const text = decode(canvas);
            if (text && text !== last) {
                last = text;
                found(text);
            }
            timer = setTimeout(tick, 150);
        };
        timer = setTimeout(tick, 0);
        return stop;
    };

    const page = document.querySelector('[data-scan]');
    if (page) {
        const start = page.querySelector('[data-scan-start]');
        const says = page.querySelector('[data-scan-says]');
        const unit = page.dataset.unit ? `&unit=${encodeURIComponent(page.dataset.unit)}` : '';
        start.hidden = false;
        start.addEventListener('click', async () => {
            start.hidden = true;
            says.textContent = 'Hold the sticker into the frame.';
            try {
                await look(page.querySelector('video'), (text) => {
                    // Who is filling in a form is not interrupted.
                    if (page.querySelector('#which').contains(document.activeElement)) return;
                    page.querySelector('[name=code]').value = text;
                    says.textContent = 'Read. Hold the next one into the frame.';
                    say(`Read ${text}`);
                    window.htmx.ajax('GET', `${page.dataset.scan}?code=${encodeURIComponent(text)}${unit}`, { target: '#which' });
                });
            } catch (error) {
                start.hidden = false;
                says.textContent = wrong(error);
            }
        });
    }

    // Beside a field: the sticker goes into it.
    const into = async (button) => {
        const field = button.form.elements[button.dataset.scanInto];
        const box = document.createElement('dialog');
        box.className = 'scan-box';
        const video = document.createElement('video');
        video.muted = true;
        video.playsInline = true;
        const close = document.createElement('button');
        close.type = 'button';
        close.className = 'plain';
        close.textContent = 'Close';
        const says = document.createElement('p');
        says.textContent = 'Hold the sticker into the frame.';
        box.append(video, says, close);
        document.body.append(box);
        let stop = () => {};
        box.addEventListener('close', () => {
            stop();
            box.remove();
            field.focus();
        });
        close.addEventListener('click', () => box.close());
        box.showModal();
        try {
            stop = await look(video, (text) => {
                const mac = text.match(/(?:[0-9a-f]{2}[:-]){5}[0-9a-f]{2}|\b[0-9a-f]{12}\b/i);
                field.value = mac ? mac[0] : text;
                say(`Read ${field.value}`);
                box.close();
            });
            if (!box.open) stop();
        } catch (error) {
            says.textContent = wrong(error);
        }
    };
    const offer = () =>
        document.querySelectorAll('[data-scan-into]').forEach((button) => {
            button.hidden = false;
        });
    offer();
    document.addEventListener('htmx:load', offer);
    document.addEventListener('click', (event) => {
        const button = event.target.closest('[data-scan-into]');
        if (!button) return;
        event.preventDefault();
        into(button);
    });
})();
