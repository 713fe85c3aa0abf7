// Small local state of pages, for Alpine's build that needs no eval.
document.addEventListener('alpine:init', () => {
    window.Alpine.data('pick', () => ({
        all: true,
        toggle() {
            this.all = !this.all;
            this.$root.querySelectorAll('input[name="device[]"]').forEach((box) => {
                box.checked = this.all;
            });
        },
    }));
    window.Alpine.data('open', () => ({
        shown: false,
        flip() {
            this.shown = !this.shown;
        },
    }));
});
