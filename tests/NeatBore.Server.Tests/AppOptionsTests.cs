using Microsoft.Extensions.Configuration;
using NeatBore.Store;
using Xunit;

namespace NeatBore.Server.Tests;

public class AppOptionsTests
{
    private static AppOptions Read(params string[] words) => AppOptions.Read(new ConfigurationBuilder().AddCommandLine(words).Build());

    [Fact]
    public void What_is_not_said_is_as_it_ships_and_the_stand_ins_follow_the_port()
    {
        Assert.Equal((5317, "127.0.0.1:5319", false), (Read().Port, Read().StandIns, Read().Anew));
        var said = Read("--port", "6000", "--host", "bench, shop.lan,", "--anew", "true", "--NEATBORE_DB", "Host=db");
        Assert.Equal(("127.0.0.1:6002", true, "Host=db"), (said.StandIns, said.Anew, said.Database));
        Assert.Equal(["bench", "shop.lan"], said.Hosts);
        Assert.Equal("10.0.0.4:7000", Read("--gauges", "10.0.0.4:7000").StandIns);
    }

    [Theory]
    [InlineData("--port", "0", "from 1 to 65533")]
    [InlineData("--port", "70000", "from 1 to 65533")]
    [InlineData("--port", "many", "a whole number")]
    [InlineData("--gauges", "here", "a host and a port")]
    [InlineData("--anew", "perhaps", "stands alone")]
    public void What_can_t_be_used_says_what_would_be_right(string word, string value, string right) =>
        Assert.Contains(right, Assert.Throws<CannotOpenException>(() => Read(word, value)).Message, StringComparison.Ordinal);
}
