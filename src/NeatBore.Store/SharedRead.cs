namespace NeatBore.Store;

/// <summary>A read that many ask for at once: each gets what was read after he asked, and those who ask while one is on its way share the
/// one that follows it.</summary>
internal sealed class SharedRead<T>(Func<Task<T>> read)
{
    private readonly Lock _lock = new();
    private Task _last = Task.CompletedTask;
    private Task<T>? _next;

    /// <summary>What is read after this was called.</summary>
    /// <param name="cancel">Gives up waiting; whoever shares it still gets it.</param>
    public Task<T> ReadAsync(CancellationToken cancel)
    {
        lock (_lock)
        {
            if (_next is null)
            {
                _last = _next = AfterAsync(_last);
            }

            return _next.WaitAsync(cancel);
        }
    }

    private async Task<T> AfterAsync(Task before)
    {
        // It fails for those who asked for it, not for these; and it begins only once it stands in its place.
        await before.ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing | ConfigureAwaitOptions.ForceYielding);
        lock (_lock)
        {
            _next = null;
        }

        return await read();
    }
}
