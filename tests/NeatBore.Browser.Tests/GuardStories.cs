using System.Net;
using System.Text;
using Xunit;

namespace NeatBore.Browser.Tests;

/// <summary>What a page of another site can do from the browser at the bench.</summary>
public sealed class GuardStories(App app) : IClassFixture<App>
{
    private static string Page(string work, string command) =>
        $$"""
            <!doctype html><meta charset="utf-8"><title>Elsewhere</title><body>
            <iframe name="out" hidden></iframe>
            <form id="form" method="post" enctype="text/plain" target="out" action="{{work}}"><input name='{{command[
                ..^1
            ]}},"x":"' value='"}'></form>
            <script>
            const body = {{command}};
            const tries = [
              () => fetch('{{work}}', { method: 'POST', mode: 'no-cors', body: JSON.stringify(body) }),
              () => fetch('{{work}}', { method: 'POST', mode: 'no-cors', body: new Blob([JSON.stringify(body)]) }),
              () => fetch('{{work}}', { method: 'POST', headers: { 'content-type': 'application/json' }, body: JSON.stringify(body) }),
              () => navigator.sendBeacon('{{work}}', JSON.stringify(body)),
              () => new Promise((done) => { document.querySelector('iframe').onload = done; document.getElementById('form').submit(); }),
            ];
            (async () => {
              let tried = 0;
              for (const one of tries) { try { await one(); } catch { } tried++; }
              document.body.append(`tried ${tried} ways`);
            })();
            </script>
            """;

    [Fact]
    public async Task A_page_of_another_site_writes_nothing()
    {
        var build = await app.BuildAsync("666");
        var command = $$"""
            {"by":"ines","commands":[{"do":"start-task","id":"{{Guid.CreateVersion7()}}","doneAt":"{{DateTimeOffset.UtcNow:O}}","task":{"kind":"balancer-on","place":"balancer"} }]}
            """;
        using var elsewhere = new HttpListener();
        var address = $"http://localhost:{App.FreePort()}/";
        elsewhere.Prefixes.Add(address);
        elsewhere.Start();
        var serving = ServeAsync(elsewhere, Page($"{app.Address}/api/builds/{build}/work", command));

        using (var builder = new Builder())
        {
            builder.Open(address);
            builder.See("tried 5 ways");
        }

        elsewhere.Stop();
        await serving;
        Assert.Equal(1, (long)(await app.StateAsync(build))["upToSeq"]!);
        // The very same from a script at the machine is taken.
        await app.PostAsync($"/api/builds/{build}/work", command);
        Assert.Single((await app.StateAsync(build))["tasks"]!.AsArray());
    }

    private static async Task ServeAsync(HttpListener listener, string page)
    {
        while (listener.IsListening)
        {
            try
            {
                var context = await listener.GetContextAsync();
                context.Response.ContentType = "text/html; charset=utf-8";
                await context.Response.OutputStream.WriteAsync(Encoding.UTF8.GetBytes(page));
                context.Response.Close();
            }
            catch (Exception e) when (e is HttpListenerException or ObjectDisposedException)
            {
                return;
            }
        }
    }
}
